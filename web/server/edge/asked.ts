import { AsyncLocalStorage } from 'node:async_hooks'
import { headers } from 'next/headers'

const shared = globalThis as unknown as { eudromosAsked?: AsyncLocalStorage<Headers> }
/** Of the route that is being answered. One for all bundles of routes. */
const asked = (shared.eudromosAsked ??= new AsyncLocalStorage<Headers>())

/** What the work asks for its headers is told those of this request. */
export const whileAsked = <T>(request: Request, work: () => Promise<T>): Promise<T> => asked.run(request.headers, work)

/** The headers of the request that is being answered: of a route its own, of a page those that the framework has. */
export const askedHeaders = async (): Promise<Headers> => asked.getStore() ?? (await headers())

/** A cookie of these headers, as it was sent; null where there is none of the name. */
export function cookieIn(from: Headers, name: string): string | null {
  for (const part of (from.get('cookie') ?? '').split(';')) {
    const at = part.indexOf('=')
    if (at > 0 && part.slice(0, at).trim() === name) return part.slice(at + 1).trim()
  }
  return null
}
