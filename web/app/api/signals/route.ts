import * as yup from 'yup'
import { passSignal } from '../../../server/calls.ts'
import { inHand } from '../../../server/hands.ts'
import { readJson } from '../../../server/limits.ts'
import { answering } from '../../../server/problem.ts'
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
    inHand(place, who, interactionId)
    await passSignal(place, interactionId, 'customer', input)
    return new Response(null, { status: 204 })
  })
