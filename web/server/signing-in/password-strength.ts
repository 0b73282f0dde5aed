import 'server-only'
import { notValid } from '../plan/plan.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Signed } from '../edge/who.ts'

/** Of a password, so much must be of nothing that one knows of the person. */
const leastOwn = 8
const leastStrength = 3

/** What is known of somebody to all: parts of their name and address, and of what the centre is called. */
function knownOf({ follower }: Pick<Runtime, 'follower'>, { id, name }: Pick<Signed, 'id' | 'name'>): string[] {
  const email = follower.people.get(id)?.email ?? ''
  return [name, email, follower.document?.centre.name ?? '', 'Eudromos']
    .flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u))
    .filter((part) => part.length > 2)
}

/** Throws where a password that somebody chooses for themself is easy to guess. */
export async function requireStrong(
  runtime: Pick<Runtime, 'follower' | 'files'>,
  who: Pick<Signed, 'id' | 'name'>,
  password: string,
  field = 'password',
): Promise<void> {
  const near = knownOf(runtime, who)
  const own = near.reduce((rest, part) => rest.replaceAll(part, ''), password.toLowerCase())
  if (own.length < leastOwn)
    throw notValid('easyToGuess', 'New password: leave out your name, your address and the centre’s name.', field)
  if ((await runtime.files.ask('strengthOf', { password, near })) < leastStrength)
    throw notValid(
      'easyToGuess',
      'New password: this is easy to guess. Take several words that have nothing to do with each other.',
      field,
    )
}
