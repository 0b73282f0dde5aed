import * as yup from 'yup'
import { may } from '@eudromos/core/plan'
import { atWork } from '@eudromos/core/routing'
import { passSignal } from '../../../server/calls.ts'
import { readJson } from '../../../server/limits.ts'
import { answering, notAllowed } from '../../../server/problem.ts'
import { runtime } from '../../../server/runtime.ts'
import { permit } from '../../../server/who.ts'

const shape = yup.object({ interactionId: yup.string().max(200).required('Name the call.') })

/** The agent's end of a call says something to the customer's. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await readJson(request)
    const { interactionId } = await shape.validate(input)
    const place = await runtime()
    const interaction = place.follower.state.interactions.get(interactionId)
    const mine = interaction !== undefined && atWork(interaction).some(({ personId }) => personId === who.id)
    if (!mine && !may(who.roles, 'actAs')) throw notAllowed()
    await passSignal(place, interactionId, 'customer', input)
    return new Response(null, { status: 204 })
  })
