import type { AnyId } from '@eudromos/core/plan'
import * as yup from '../../../view/yup.ts'
import { passSignal } from '../../../server/gateway/calls.ts'
import { requireEnd } from '../../../server/sight/hands.ts'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

const shape = yup.object({
  interactionId: yup.string<AnyId>().max(200).required('Name the call.'),
  from: yup.string<AnyId>().max(200).required('Name whose end it is.'),
})

/** The end of a call at which somebody of the centre is says something to another end. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs', 'listen')
    const input = await readJson(request)
    const { interactionId, from } = await shape.validate(input)
    const place = await runtime()
    requireEnd(place, who, interactionId, from)
    await passSignal(place, interactionId, from, input)
    return new Response(null, { status: 204 })
  })
