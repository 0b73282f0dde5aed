import * as yup from '../../../../../view/yup.ts'
import { passSignal } from '../../../../../server/calls.ts'
import { requireCarrier } from '../../../../../server/gateway.ts'
import { requireRobotEnd } from '../../../../../server/hands.ts'
import { readJson } from '../../../../../server/limits.ts'
import { answering } from '../../../../../server/answering.ts'
import { runtime } from '../../../../../server/runtime.ts'

const shape = yup.object({
  agentId: yup.string().max(200).required('Name the simulated agent.'),
  interactionId: yup.string().max(200).required('Name the call.'),
})

/** A simulated agent's end of a call says something to another end. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    requireCarrier(request)
    const input = await readJson(request)
    const { agentId, interactionId } = await shape.validate(input)
    const place = await runtime()
    requireRobotEnd(place, agentId, interactionId)
    await passSignal(place, interactionId, agentId, input)
    return new Response(null, { status: 204 })
  })
