import type { CustomerId, QueueId } from '@eudromos/core/plan'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { ProblemError, problem } from '../../../server/edge/problem.ts'
import { reachableAt, reachOut, reachShape, reachView, wrongAddress } from '../../../server/gateway/reaching.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** What calling or writing to an address for a queue would be. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('seat', 'actAs')
    const query = new URL(request.url).searchParams
    const address = reachableAt(query.get('address') ?? '')
    if (address === null) throw new ProblemError(problem(422, 'invalid', 'Not valid', wrongAddress))
    const asked = {
      address,
      customerId: query.get('customer') as CustomerId | null,
      queueId: (query.get('queue') ?? '') as QueueId,
    }
    return Response.json(await reachView(await runtime(), asked))
  })

/** An agent calls or writes to somebody first. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await reachShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json(await reachOut(await runtime(), who, input), { status: 201 })
  })
