import type { Event } from '@eudromos/core/routing'
import type { Answer } from './inbox.ts'

/** What a hint brings along, so that who hears it need not read it back: a stretch of the journal, and answers. */
export interface News {
  readonly rows: readonly { readonly seq: number; readonly event: Event }[]
  readonly answers: readonly (readonly [inboxId: number, answer: Answer])[]
}

/** A hint's payload must stay below 8,000 bytes. */
const mostBytes = 7900
/** What is longer than so many hints is read from the tables. */
const mostParts = 16

const wrap = (rows: readonly string[], answers: readonly string[]): string =>
  `{"rows":[${rows.join()}],"answers":[${answers.join()}]}`

/** What of a batch is told. */
export interface Told {
  readonly rows: News['rows']
  readonly answers: readonly { readonly inboxId: number; readonly answer: Answer }[]
}

/** A committed batch as payloads of hints, in order; null where it is too much to be told. */
export function newsOf({ rows, answers }: Told): string[] | null {
  const parts: string[] = []
  let room = mostBytes
  let told: [rows: string[], answers: string[]] = [[], []]
  const close = (): void => {
    parts.push(wrap(...told))
    told = [[], []]
    room = mostBytes
  }
  const tell = (kind: 0 | 1, one: string): boolean => {
    const bytes = Buffer.byteLength(one) + 1
    if (bytes > room - 30) close()
    if (bytes > room - 30 || parts.length >= mostParts) return false
    room -= bytes
    told[kind].push(one)
    return true
  }
  for (const { seq, event } of rows) if (!tell(0, `{"seq":${seq},"event":${JSON.stringify(event)}}`)) return null
  for (const { inboxId, answer } of answers) if (!tell(1, `[${inboxId},${JSON.stringify(answer)}]`)) return null
  close()
  return parts
}

/** What a hint brought, or null when it only hints. */
export const readNews = (payload: string): News | null => (payload === '' ? null : (JSON.parse(payload) as News))
