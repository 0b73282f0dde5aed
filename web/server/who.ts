import 'server-only'
import { headers } from 'next/headers'
import { may, type Capability, type Role } from '@eudromos/core/plan'
import { auth } from './auth.ts'
import { notAllowed, signedOut } from './problem.ts'
import { runtime } from './runtime.ts'

export interface Who {
  readonly id: string
  readonly name: string
  readonly roles: readonly Role[]
}

/**
 * The person signed in, or null. Roles come from the people of the centre, not from the session. `given` are the headers
 * of a request that is over by now, or whose stream is still open.
 */
export async function whoIs(given: Headers | null = null): Promise<Who | null> {
  const session = await auth().api.getSession({ headers: given ?? (await headers()) })
  if (session === null) return null
  const { follower } = await runtime()
  const person = follower.people.get(session.user.id)
  return person === undefined ? null : { id: person.id, name: person.name, roles: person.roles }
}

/** The person signed in, who must hold one of the capabilities. Throws the problem to answer with. */
export async function permit(...capabilities: Capability[]): Promise<Who> {
  const who = await whoIs()
  if (who === null) throw signedOut()
  if (capabilities.length > 0 && !capabilities.some((capability) => may(who.roles, capability))) throw notAllowed()
  return who
}
