// What both loads share: how long is talked, and how what came out is told.
import type { CrowdChannel } from '../../e2e/crowd.ts'
import type { Verdict } from '../../e2e/kills/verdict.ts'
import type { Database } from '../../database/index.ts'
import { nextGapSeconds } from '../../outside/index.ts'

export interface LoadSettings {
  readonly agents: number
  readonly perSecond: number
  readonly seconds: number
}

const [talkLeastMs, talkMostMs] = [1500, 4500]

/** `chance` from 0 to 1. */
export const talkMs = (chance: number): number => talkLeastMs + chance * (talkMostMs - talkLeastMs)

/** Calls `begin` at the distances of chance, so many a second, until `end` (by the process's clock). Gives how many times. */
export async function arriving(
  random: () => number,
  perSecond: number,
  end: number,
  begin: (n: number) => void,
): Promise<number> {
  let n = 0
  for (let due = performance.now(); due < end; due += nextGapSeconds(random, perSecond) * 1000) {
    const wait = due - performance.now()
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait))
    begin(n++)
  }
  return n
}

/** Of what was found to be wrong, how much. */
export const told = (verdict: Verdict): Record<keyof Verdict, number | boolean> =>
  Object.fromEntries(
    Object.entries(verdict).map(([name, found]) => [name, Array.isArray(found) ? found.length : found]),
  ) as Record<keyof Verdict, number | boolean>

/** How many were answered by each channel, and from the answer to the end of the wrap-up, in milliseconds, by the records. */
export async function handlingOf(database: Database): Promise<[Record<CrowdChannel, number>, number[]]> {
  const { rows } = await database.$client.query<{ channel: CrowdChannel; ms: number }>(
    `select channel, (closed_at - answered_at)::float8 as ms from record where answered_at is not null`,
  )
  const by = { voice: 0, chat: 0, sms: 0 }
  for (const { channel } of rows) by[channel] += 1
  return [by, rows.map(({ ms }) => ms)]
}
