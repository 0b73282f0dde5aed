import type { AnyId } from '@eudromos/core/plan'
import * as yup from '../../../view/yup.ts'
import { inHand } from '../../../server/sight/hands.ts'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { tellTyping } from '../../../server/live/typing.ts'
import { permit } from '../../../server/edge/who.ts'

const shape = yup.object({ interactionId: yup.string<AnyId>().max(200).required('Name the conversation.') })

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const { interactionId } = await shape.validate(await readJson(request))
    const place = await runtime()
    inHand(place, who, interactionId)
    await tellTyping(place, interactionId, 'agent')
    return new Response(null, { status: 204 })
  })
