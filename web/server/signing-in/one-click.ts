import 'server-only'
import { verify } from '@node-rs/argon2'
import { readPasswordHashes } from '@eudromos/database'
import type { Runtime } from '../runtime/runtime.ts'

/** Whether a hash is of the demo's password: checking takes a while on purpose, so what was found is kept. */
const known = new Map<string, boolean>()

async function isOfDemo(hash: string, password: string): Promise<boolean> {
  const found = known.get(hash) ?? (await verify(hash, password))
  known.set(hash, found)
  return found
}

/** Whom the demo signs in with one click: nobody who has a password of their own by now, and nobody elsewhere. */
export async function oneClickPeople({ follower, database }: Pick<Runtime, 'follower' | 'database'>) {
  const password = process.env.EUDROMOS_DEMO_PASSWORD ?? ''
  if (password === '') return []
  const hashes = await readPasswordHashes(database)
  const people = [...follower.people.values()].filter(({ simulated, left }) => !simulated && !left)
  const offered = await Promise.all(
    people.map(async ({ id }) => {
      const hash = hashes.get(id)
      return hash === undefined || (await isOfDemo(hash, password))
    }),
  )
  return people.filter((_, n) => offered[n])
}
