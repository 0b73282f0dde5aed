import { answering } from '../../../server/edge/answering.ts'
import { problem, problemResponse } from '../../../server/edge/problem.ts'
import { runtime } from '../../../server/runtime/runtime.ts'

/** Whether this process follows the journal and commands are taken in. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const { follower, sender } = await runtime()
    const trouble = follower.stopped ?? sender.trouble()
    return trouble === null
      ? Response.json({ seq: follower.seq })
      : problemResponse(problem(503, 'unwell', 'Not ready', trouble), { 'retry-after': '2' })
  })
