import * as yup from 'yup'
import { may } from '@eudromos/core/plan'
import { atWork } from '@eudromos/core/routing'
import { readJson } from '../../../server/limits.ts'
import { answering, notAllowed } from '../../../server/problem.ts'
import { runtime } from '../../../server/runtime.ts'
import { tellTyping } from '../../../server/typing.ts'
import { permit } from '../../../server/who.ts'

const shape = yup.object({ interactionId: yup.string().max(200).required('Name the conversation.') })

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const { interactionId } = await shape.validate(await readJson(request))
    const place = await runtime()
    const interaction = place.follower.state.interactions.get(interactionId)
    const taking = interaction === undefined ? [] : atWork(interaction)
    if (!taking.some(({ personId }) => personId === who.id) && !may(who.roles, 'actAs')) throw notAllowed()
    await tellTyping(place, interactionId, 'agent')
    return new Response(null, { status: 204 })
  })
