import { e164 } from '@eudromos/core/numbers'
import { readJson } from '../../../server/limits.ts'
import { answering, ProblemError, problem } from '../../../server/problem.ts'
import { reachOut, reachShape, reachView } from '../../../server/reaching.ts'
import { runtime } from '../../../server/runtime.ts'
import { permit } from '../../../server/who.ts'

/** What calling or texting a number for a queue would be. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('seat', 'actAs')
    const query = new URL(request.url).searchParams
    const number = e164(query.get('number') ?? '')
    if (number === null)
      throw new ProblemError(
        problem(422, 'invalid', 'Not valid', 'Number: give it with the country, such as +44 20 7946 0123.'),
      )
    const asked = { number, customerId: query.get('customer'), queueId: query.get('queue') ?? '' }
    return Response.json(await reachView(await runtime(), asked))
  })

/** An agent calls or texts somebody first. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await reachShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json({ seq: await reachOut(await runtime(), who, input) }, { status: 201 })
  })
