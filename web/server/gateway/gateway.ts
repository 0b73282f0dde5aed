import type { CustomerId, InteractionId } from '@eudromos/core/plan'
import 'server-only'
import { askedHeaders, cookieIn } from '../edge/asked.ts'
import { limitRate } from '../edge/limits.ts'
import { notFound, ProblemError, problem } from '../edge/problem.ts'
import { setting } from '../runtime/settings.ts'
import { isSame } from '../runtime/secrets.ts'
import { macOf, tokenOf } from '@eudromos/jobs'

// The gateway speaks to customers' devices and to carriers. A chat is proved by a token made from its id; a carrier (the
// simulated services of Outside) by a key.

export const chatToken = (interactionId: InteractionId): string => tokenOf(setting('EUDROMOS_SECRET'), interactionId)

const bearer = (request: Request): string => /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? ''

export const isCarrier = (request: Request): boolean => isSame(bearer(request), setting('EUDROMOS_OUTSIDE_KEY'))

export const cookieOf = (interactionId: InteractionId): string => `chat-${interactionId}`

const deviceCookie = 'chat-customer'
const deviceMac = (encoded: string): string => macOf(setting('EUDROMOS_SECRET'), `device of ${encoded}`)

/** By what a browser is known again whose customer has chatted before. */
export function knownAs(customerId: CustomerId): string {
  const encoded = encodeURIComponent(customerId)
  return `${deviceCookie}=${encoded}.${deviceMac(encoded)}; Path=/api/gateway/chats; HttpOnly; SameSite=Strict; Max-Age=34560000`
}

/** Whose browser it is that asks, as an earlier chat of it was answered; null where nobody is known, or it is made up. */
export async function knownCustomer(): Promise<CustomerId | null> {
  const value = cookieIn(await askedHeaders(), deviceCookie) ?? ''
  const at = value.lastIndexOf('.')
  const encoded = value.slice(0, Math.max(0, at))
  return encoded !== '' && isSame(value.slice(at + 1), deviceMac(encoded))
    ? (decodeURIComponent(encoded) as CustomerId)
    : null
}

/** With what a telephone follows its call. */
export const callCookie = (id: InteractionId, token: string): string =>
  `${cookieOf(id)}=${token}; Path=/api/gateway/calls/${id}; HttpOnly; SameSite=Strict; Max-Age=86400`

/** Lets only the device go on that began the chat: by its cookie, or by its token. */
export function requireChat(request: Request, interactionId: InteractionId): void {
  const given = bearer(request) || (cookieIn(request.headers, cookieOf(interactionId)) ?? '')
  if (!isSame(given, chatToken(interactionId))) throw notFound('This chat')
}

export function requireCarrier(request: Request): void {
  if (!isCarrier(request))
    throw new ProblemError(problem(401, 'noKey', 'Key missing', 'This route is for carriers, who have a key.'))
}

/** Where a request comes from, for limits, as `start.mjs` has it. */
export const originOf = (request: Request): string => request.headers.get('x-forwarded-for') ?? 'here'

/** Limits what one place may send; carriers are limited by the lines they carry, not here. */
export function limitPublic(request: Request, what: string, perMinute: number): void {
  if (isCarrier(request)) return
  limitRate(`${what}:${originOf(request)}`, perMinute)
  // Whoever has many addresses meets the limit of all.
  limitRate(`${what} of all`, perMinute * 30)
}
