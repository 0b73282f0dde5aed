import { answering, ProblemError, problem } from '../../../../server/problem.ts'
import { readJson } from '../../../../server/limits.ts'
import { setting } from '../../../../server/runtime.ts'
import { permit } from '../../../../server/who.ts'

/** Passes on to the simulated services, which keep the traffic. */
async function pass(method: string, body?: unknown): Promise<Response> {
  try {
    const answer = await fetch(`${setting('EUDROMOS_OUTSIDE_URL')}/traffic`, {
      method,
      headers: { authorization: `Bearer ${setting('EUDROMOS_OUTSIDE_KEY')}`, 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(5000),
    })
    return new Response(await answer.text(), {
      status: answer.status,
      headers: { 'content-type': answer.headers.get('content-type') ?? 'application/json' },
    })
  } catch {
    throw new ProblemError(
      problem(
        503,
        'noOutside',
        'Outside is not running',
        'The simulated services are not running. Start them with npm run demo.',
      ),
    )
  }
}

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run', 'live.view')
    return pass('GET')
  })

export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run')
    return pass('PUT', await readJson(request))
  })

export const DELETE = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run')
    return pass('DELETE')
  })
