import 'server-only'
import { may, type Capability, type Role, type PersonId } from '@eudromos/core/plan'
import { askedHeaders } from './asked.ts'
import { notAllowed, signedOut } from './problem.ts'
import { runtime, type Runtime } from '../runtime/runtime.ts'

export interface Who {
  readonly id: PersonId
  readonly name: string
  readonly roles: readonly Role[]
}

/** By which session somebody is signed in. */
export interface Signed extends Who {
  readonly sessionId: string
}

/** Who somebody is now. Roles come from the people of the centre, not from the session. */
export function whoNow({ follower }: Pick<Runtime, 'follower'>, id: PersonId): Who | null {
  const person = follower.people.get(id)
  return person === undefined ? null : { id: person.id, name: person.name, roles: person.roles }
}

/** The person signed in, or null. */
export async function whoIs(): Promise<Signed | null> {
  const place = await runtime()
  const session = await place.knownSessions.find(await askedHeaders())
  const who = session === null ? null : whoNow(place, session.personId)
  return session === null || who === null ? null : { ...who, sessionId: session.sessionId }
}

/** The person signed in, who must hold one of the capabilities. Throws the problem to answer with. */
export async function permit(...capabilities: Capability[]): Promise<Signed> {
  const who = await whoIs()
  if (who === null) throw signedOut()
  if (capabilities.length > 0 && !capabilities.some((capability) => may(who.roles, capability))) throw notAllowed()
  return who
}
