import type { AnyId } from '@eudromos/core/plan'
import * as yup from '../../../../../view/yup.ts'
import { commandOf } from '../../../../../server/commands/index.ts'
import { requireCarrier } from '../../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../../server/edge/limits.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { notAllowed } from '../../../../../server/edge/problem.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'

const shape = yup.object({ agentId: yup.string<AnyId>().max(200).required('Name the simulated agent.') })

/** A simulated agent acts. People who are not simulated cannot be acted for here. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    requireCarrier(request)
    const input = await readJson(request)
    const { agentId } = await shape.validate(input)
    const place = await runtime()
    const person = place.follower.people.get(agentId)
    if (person?.simulated !== true) throw notAllowed()
    return Response.json({ seq: await commandOf(place, person, input) })
  })
