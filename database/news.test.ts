import type { Event } from '@eudromos/core/routing'
import { newsOf, readNews, type JournalRow } from './index.ts'

const row = (seq: number, words = 'a'): JournalRow => ({
  seq,
  event: { type: 'dayBegan', v: 1, at: seq, words } as unknown as Event,
  inboxId: null,
  actor: null,
  onBehalfOf: null,
  reason: null,
})
const answer = (inboxId: number) => ({ inboxId, answer: { ok: true, seq: inboxId } as const })

const told = (parts: readonly string[] | null) => {
  const news = (parts ?? []).map((part) => readNews(part))
  return { rows: news.flatMap((one) => one?.rows ?? []), answers: news.flatMap((one) => one?.answers ?? []) }
}

test('a batch is told whole and in order, in hints that are never too long', () => {
  const rows = Array.from({ length: 300 }, (_, n) => row(n + 1, 'ä"\\'.repeat(n % 40)))
  const answers = Array.from({ length: 100 }, (_, n) => answer(n))
  const parts = newsOf({ rows, answers })
  expect(parts?.length).toBeGreaterThan(2)
  for (const part of parts ?? []) expect(Buffer.byteLength(part)).toBeLessThan(8000)
  expect(told(parts).rows).toEqual(rows.map(({ seq, event }) => ({ seq, event })))
  expect(told(parts).answers).toEqual(answers.map((one) => [one.inboxId, one.answer]))
})

test('what is too much, and one event too long, is left to be read', () => {
  expect(newsOf({ rows: Array.from({ length: 5000 }, (_, n) => row(n)), answers: [] })).toBeNull()
  expect(newsOf({ rows: [row(1), row(2, 'x'.repeat(9000))], answers: [] })).toBeNull()
  expect(readNews('')).toBeNull()
})
