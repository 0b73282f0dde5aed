import type { AnyId } from '@eudromos/core/plan'
import * as yup from '../../../../../view/yup.ts'
import { passSignal } from '../../../../../server/gateway/calls.ts'
import { requireCarrier } from '../../../../../server/gateway/gateway.ts'
import { requireRobotEnd } from '../../../../../server/sight/hands.ts'
import { readJson } from '../../../../../server/edge/limits.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'

const shape = yup.object({
  agentId: yup.string<AnyId>().max(200).required('Name the simulated agent.'),
  interactionId: yup.string<AnyId>().max(200).required('Name the call.'),
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
