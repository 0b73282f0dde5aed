// Figures: what a queue's day amounts to, and the wait told to customers. Imports plan.
import type { Instant } from '../plan/index.ts'

/**
 * Counts of one queue since its day began. A visit counts in the day on which it began, so at any time
 * entered = answered + abandoned + passedOn + rejected + the visits of today that still wait.
 */
export interface QueueFigures {
  dayBeganAt: Instant
  entered: number
  answered: number
  answeredWithin: number
  abandoned: number
  abandonedWithin: number
  passedOn: number
  rejected: number
  callbacks: number
  messagesLeft: number
  waitSumMs: number
  handled: number
  handleSumMs: number
  estimates: number
  estimateErrorSumMs: number
}

export const freshFigures = (dayBeganAt: Instant): QueueFigures => ({
  dayBeganAt,
  entered: 0,
  answered: 0,
  answeredWithin: 0,
  abandoned: 0,
  abandonedWithin: 0,
  passedOn: 0,
  rejected: 0,
  callbacks: 0,
  messagesLeft: 0,
  waitSumMs: 0,
  handled: 0,
  handleSumMs: 0,
  estimates: 0,
  estimateErrorSumMs: 0,
})

/** `callbacks` and `messagesLeft`: who hung up to be called at their turn, or having left a message. */
export type VisitEnd = 'answered' | 'abandoned' | 'passedOn' | 'rejected' | 'callbacks' | 'messagesLeft'

/** Counts the end of a visit that began at `enteredAt` and waited for `wait` ms; `targetMs` is the queue's target. */
export function countVisitEnd(
  figures: QueueFigures,
  end: VisitEnd,
  enteredAt: Instant,
  wait: number,
  targetMs: number,
): void {
  if (enteredAt < figures.dayBeganAt) return
  const within = wait <= targetMs ? 1 : 0
  figures[end] += 1
  if (end === 'answered') {
    figures.answeredWithin += within
    figures.waitSumMs += wait
  } else if (end === 'abandoned') figures.abandonedWithin += within
}

export interface Ratio {
  readonly part: number
  readonly whole: number
}

/**
 * Service level: answered within the target / (entered - abandoned within it). A visit counts once it has met or missed
 * the target: `undecided` still wait, or are offered, within it. Nothing is decided yet where `whole` is 0.
 */
export const serviceLevel = (f: QueueFigures, undecided: number): Ratio => ({
  part: f.answeredWithin,
  whole: f.entered - f.abandonedWithin - undecided,
})

/** Plainly answered within the target / entered. */
export const answeredWithinOfEntered = (f: QueueFigures): Ratio => ({ part: f.answeredWithin, whole: f.entered })

/** Average speed of answer in milliseconds, null before the first answer. */
export const averageSpeedOfAnswerMs = (f: QueueFigures): number | null =>
  f.answered === 0 ? null : Math.round(f.waitSumMs / f.answered)

/** Average handle time (talk and wrap-up) in milliseconds, null before the first ended. */
export const averageHandleMs = (f: QueueFigures): number | null =>
  f.handled === 0 ? null : Math.round(f.handleSumMs / f.handled)

/** Mean distance between the wait told and the wait met, in milliseconds, null without an answered estimate. */
export const estimateErrorMs = (f: QueueFigures): number | null =>
  f.estimates === 0 ? null : Math.round(f.estimateErrorSumMs / f.estimates)

/** A queue's speed before it has handled anything, in milliseconds for one interaction. */
export const assumedHandleMs = 180_000

/** The recent handle time carried on by one more: each new one weighs an eighth. Integer milliseconds. */
export const recentHandleMs = (before: number | null, handleMs: number): number =>
  before === null ? handleMs : before + Math.round((handleMs - before) / 8)

/**
 * The wait to expect at a place in the queue (1 = next), in whole seconds: at once while somebody is free and nobody
 * ahead; else the places ahead share the people at work, each of whom frees up every recent handle time.
 * Null when nobody able to serve is there.
 */
export function estimateWaitSeconds(
  place: number,
  ableSlots: number,
  freeAgents: number,
  handleMs: number | null,
): number | null {
  if (ableSlots === 0) return null
  if (place <= freeAgents) return 0
  return Math.ceil(((place - freeAgents) * (handleMs ?? assumedHandleMs)) / ableSlots / 1000)
}

/** Where the target's line stands on a lane, as a part of its width. */
export const targetPlace = 0.45

/**
 * Where a token of this age stands on its lane, as a part of the width: in proportion to wait / target up to twice the
 * target, compressed beyond, so that even a very long wait stays on the lane.
 */
export function lanePlace(waitMs: number, targetSeconds: number): number {
  const ratio = Math.max(0, waitMs) / 1000 / targetSeconds
  return ratio <= 2 ? targetPlace * ratio : 1 - (1 - 2 * targetPlace) * (2 / ratio)
}

export type Lateness = 'fine' | 'near' | 'late'

/** Late is past the target; near is its last quarter. */
export function latenessOf(waitMs: number, targetSeconds: number): Lateness {
  if (waitMs > targetSeconds * 1000) return 'late'
  return waitMs >= targetSeconds * 750 ? 'near' : 'fine'
}
