import { readdirSync } from 'node:fs'
import { join } from 'node:path'

type Say = (...args: readonly unknown[]) => unknown

/** Every function of the messages that can be said with numbers alone, with where it stands. */
async function sayings(): Promise<[where: string, say: Say][]> {
  const found: [string, Say][] = []
  const walk = (where: string, value: unknown): void => {
    if (typeof value === 'function') found.push([where, value as Say])
    else if (typeof value === 'object' && value !== null)
      for (const [name, inner] of Object.entries(value)) walk(`${where}.${name}`, inner)
  }
  for (const file of readdirSync(__dirname).filter((name) => /^[a-z-]+\.ts$/.test(name)))
    walk(file, await import(join(__dirname, file)))
  return found
}

const nouns =
  'person|queue|team|chat|call|text|message|line|skill|site|shift|file|customer|conversation|holiday|level|change|row|absence|record|exception|minute|second|hour|day|week|slot|offer|interval|step|recording|sign'

/** What is wrong with a sentence about numbers. A name may stand where it says a number. */
export function faultsOf(text: string): string[] {
  const apart = '(?<![\\d.,:/+-])(?<!level )(?<!version )'
  return [
    new RegExp(`${apart}1 (${nouns})s\\b`),
    new RegExp(`${apart}1 people\\b`),
    new RegExp(`${apart}[02] (${nouns})\\b`),
    /\b1 of them have\b|\b1 of 1 are\b/,
    /\ba (?!eu|one|uni|use|0|1|2)[aeiou]/i,
    /NaN|\[object/,
    /\bAll 1\b/,
  ].flatMap((wrong) => wrong.exec(text)?.[0] ?? [])
}

test('the check finds what it is for', () => {
  for (const wrong of [
    'All 1 queue',
    '1 queues',
    '2 queue',
    'Take off a email',
    '1 of them have no shift',
    'NaN s',
    '0 team',
  ])
    expect(faultsOf(wrong)).not.toEqual([])
  for (const right of [
    '1 queue',
    '0 queues',
    '11 queues',
    'an email',
    '1 waits',
    'level 1',
    'a user',
    '12:01 files',
    'level 1 files',
  ])
    expect(faultsOf(right)).toEqual([])
})

test('every message is right with 0, 1 and 2', async () => {
  const all = await sayings()
  const wrong: string[] = []
  let said = 0
  for (const [where, say] of all)
    for (const n of [0, 1, 2]) {
      let text: unknown
      try {
        text = say(...Array.from({ length: Math.max(1, say.length) }, () => n))
      } catch {
        continue
      }
      // What asks for a word of a list has none for a number.
      if (typeof text !== 'string' || text.includes('undefined')) continue
      said += 1
      for (const fault of faultsOf(text)) wrong.push(`${where}(${n}): ${text} [${fault}]`)
    }
  expect(said).toBeGreaterThan(600)
  expect(wrong).toEqual([])
})

test('of each channel one is added and removed in good English', async () => {
  const { limits } = await import('./people.ts')
  for (const channel of ['voice', 'chat', 'sms', 'email'] as const)
    for (const text of [limits.add(channel), limits.drop(channel)]) expect(faultsOf(text)).toEqual([])
  expect(limits.drop('email')).toBe('Remove an email')
})
