import type { PersonId } from '@eudromos/core/plan'
import { requestJson } from '../../../../components/stream/send.ts'

export interface MadePassword {
  readonly personId: PersonId
  readonly password: string
}

/** As many as the server makes in one go. */
const atOnce = 25

/** Makes a new password for each of these people; `told` hears of those that are made, as they come. Throws Refused. */
export async function makePasswords(
  personIds: readonly PersonId[],
  told: (made: readonly MadePassword[]) => void = () => undefined,
): Promise<MadePassword[]> {
  const made: MadePassword[] = []
  for (let from = 0; from < personIds.length; from += atOnce) {
    const { passwords } = await requestJson<{ passwords: MadePassword[] }>('/api/plan/people/password', 'POST', {
      personIds: personIds.slice(from, from + atOnce),
    })
    made.push(...passwords)
    told([...made])
  }
  return made
}
