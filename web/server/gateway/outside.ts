import 'server-only'
import { downloadResponse, safeFileName } from '../records/attachments.ts'
import { readJson } from '../edge/limits.ts'
import { answering } from '../edge/answering.ts'
import { notFound, ProblemError, problem } from '../edge/problem.ts'
import { inPath } from '../edge/reading.ts'
import { setting } from '../runtime/settings.ts'
import { permit } from '../edge/who.ts'

/** At the simulated services: a path of these parts. */
export const outsidePath = (...parts: readonly string[]): string =>
  parts.map((part) => `/${encodeURIComponent(part)}`).join('')

/** At the simulated services: a call of the centre's at a customer's telephone, as a route names it. */
export async function ringingPath(params: Promise<{ number: string; id: string }>): Promise<string> {
  const { number, id } = await inPath(params)
  return outsidePath('phones', number, 'calls', id)
}

/** Passes an order on to the simulated services, and gives back what they answer. */
export async function outside(method: string, path: string, body?: unknown): Promise<Response> {
  try {
    const answer = await fetch(`${setting('EUDROMOS_OUTSIDE_URL')}${path}`, {
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

/** A file that a customer's device has; `what` names the network, such as texts. */
export async function outsideFile(
  what: 'phones' | 'mailboxes',
  { of, id, n }: { readonly of: string; readonly id: string; readonly n: string },
): Promise<Response> {
  const kind = what === 'phones' ? 'texts' : 'mails'
  const answer = await outside('GET', outsidePath(what, of, kind, id, 'files', n))
  if (!answer.ok) throw notFound('This file')
  const { name, type, data } = (await answer.json()) as { name: string; type: string; data: string }
  return downloadResponse({ fileName: safeFileName(name), mediaType: type, bytes: Buffer.from(data, 'base64') })
}

/** The routes of what a customer's device has written and got: read, and written to with bodies of at most so many bytes. */
export const writingRoutes = <P extends object>(pathOf: (params: Record<keyof P, string>) => string, most: number) => ({
  GET: (request: Request, { params }: { readonly params: Promise<P> }): Promise<Response> =>
    answering(request, async () => {
      await permit('actAs')
      return outside('GET', pathOf(await inPath(params)))
    }),
  POST: (request: Request, { params }: { readonly params: Promise<P> }): Promise<Response> =>
    answering(request, async () => {
      await permit('actAs')
      return outside('POST', pathOf(await inPath(params)), await readJson(request, most))
    }),
})
