import 'server-only'
import { hash, verify } from '@node-rs/argon2'
import { endSessions, putPassword, readSessionsOf, readSigner, removeFactor, type Person } from '@eudromos/database'
import { ownPasswordShape, type OwnSession } from '../../view/own-password.ts'
import { endFactorShape, newFactorShape, type FactorOffer } from '../../view/second-factor.ts'
import { notFound } from '../edge/problem.ts'
import { strictly } from '../plan/plan-input.ts'
import { requireStrong } from './password-strength.ts'
import { notValid } from '../plan/plan.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { needsFactor, offerFactor, takeFactor } from './second-factor.ts'
import { guess, requireCode, tryPassword } from './signing-in.ts'
import type { Signed } from '../edge/who.ts'

/** Who is signed in, once they have given their password, which counts as a guess where it is wrong. */
async function requireOwnPassword(runtime: Runtime, who: Signed, current: string, place: string): Promise<Person> {
  const person = runtime.follower.people.get(who.id)
  const signer = person === undefined ? null : await readSigner(runtime.database, person.email)
  if (person === undefined || signer === null)
    throw notValid('noPassword', 'You have no password. Ask a supervisor to make you one.', 'current')
  const right = await guess(person.email, place, async () => (await verify(signer.passwordHash, current)) || null)
  if (right !== null) return person
  runtime.log.warn({ personId: who.id, place }, 'a wrong password')
  throw notValid('wrongPassword', 'Current password: this is not it.', 'current')
}

/**
 * Gives whoever is signed in the password that they have chosen, and ends their sessions; the answer's cookie is of a new one. Throws
 * where the one that they have is wrong, which counts as a guess, or the new one is easy to guess.
 */
export async function chooseOwnPassword(
  runtime: Runtime,
  who: Signed,
  input: unknown,
  place: string,
  headers: Headers,
): Promise<Response> {
  const { current, password } = await ownPasswordShape.validate(input, strictly)
  const person = await requireOwnPassword(runtime, who, current, place)
  if (password === current) throw notValid('samePassword', 'New password: this is the one you have.', 'password')
  await requireStrong(runtime, who, password)
  await putPassword(runtime.database, person, await hash(password))
  const answer = await tryPassword({ email: person.email, password }, headers)
  return answer ?? new Response(null, { status: 204 })
}

/** Where they are signed in, the latest first; by the centre's clock. */
export async function readOwnSessions({ database, clock }: Runtime, who: Signed): Promise<OwnSession[]> {
  const ahead = clock.now() - Date.now()
  return (await readSessionsOf(database, who.id)).map(({ id, createdAt, userAgent }) => ({
    id,
    here: id === who.sessionId,
    since: createdAt.getTime() + ahead,
    browser: userAgent ?? '',
  }))
}

/** Ends all of their sessions but this one; its streams end with each. */
export const endOtherSessions = ({ database }: Runtime, who: Signed): Promise<void> =>
  endSessions(database, who.id, who.sessionId)

/** A secret that they may take for their own. */
export function offerOwnFactor({ follower }: Runtime, who: Signed): FactorOffer {
  const person = follower.people.get(who.id)
  if (person === undefined) throw notFound('This person')
  return offerFactor(follower.document?.centre.name ?? '', person)
}

/** Begins their second factor, in the place of one that they have; gives the codes for when the device is lost. */
export async function beginOwnFactor(runtime: Runtime, who: Signed, input: unknown, place: string): Promise<string[]> {
  const { current, ...shown } = await newFactorShape.validate(input, strictly)
  const person = await requireOwnPassword(runtime, who, current, place)
  const codes = await takeFactor(runtime.database, person, shown)
  await endSessions(runtime.database, who.id, who.sessionId)
  return codes
}

/** Ends it, by a code of it. Throws where their role needs one. */
export async function endOwnFactor(runtime: Runtime, who: Signed, input: unknown, place: string): Promise<void> {
  const { current, code } = await endFactorShape.validate(input, strictly)
  const person = await requireOwnPassword(runtime, who, current, place)
  if (needsFactor(who.roles)) throw notValid('factorNeeded', 'Your role needs a second factor: set up another.', 'code')
  await requireCode(runtime, person, code, place)
  await removeFactor(runtime.database, who.id)
}
