import 'server-only'
import { hash, verify } from '@node-rs/argon2'
import { endSessions, putPassword, readSessionsOf, readSigner } from '@eudromos/database'
import { ownPasswordShape, type OwnSession } from '../../view/own-password.ts'
import { strictly } from '../plan/plan-input.ts'
import { requireStrong } from './password-strength.ts'
import { notValid } from '../plan/plan.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { guess, tryPassword } from './signing-in.ts'
import type { Signed } from '../edge/who.ts'

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
  const person = runtime.follower.people.get(who.id)
  const signer = person === undefined ? null : await readSigner(runtime.database, person.email)
  if (person === undefined || signer === null)
    throw notValid('noPassword', 'You have no password. Ask a supervisor to make you one.', 'current')
  const right = await guess(person.email, place, async () => (await verify(signer.passwordHash, current)) || null)
  if (right === null) {
    runtime.log.warn({ personId: who.id, place }, 'a wrong password')
    throw notValid('wrongPassword', 'Current password: this is not it.', 'current')
  }
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
