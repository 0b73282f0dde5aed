'use client'

/** So often whatever shows the passing of time is drawn. */
export const secondMs = 1000

class Pulse {
  private readonly hearers = new Set<() => void>()
  private timer: ReturnType<typeof setInterval> | null = null
  private at = 0

  constructor(private readonly everyMs: number) {}

  /** The time of the last beat, in milliseconds; it stands still until the next. */
  readonly now = (): number => {
    if (this.timer === null) this.at = Math.max(this.at, Date.now() - (Date.now() % this.everyMs))
    return this.at
  }

  readonly subscribe = (hear: () => void): (() => void) => {
    this.hearers.add(hear)
    if (this.timer === null) {
      this.at = Date.now()
      this.timer = setInterval(() => this.beat(), this.everyMs)
    }
    return () => {
      this.hearers.delete(hear)
      if (this.hearers.size > 0 || this.timer === null) return
      clearInterval(this.timer)
      this.timer = null
    }
  }

  private beat(): void {
    this.at = Date.now()
    for (const hear of this.hearers) hear()
  }
}

const pulses = new Map<number, Pulse>()

/**
 * One beat for everything in the page that goes by the clock: what hears it is drawn once together, not once for each clock and
 * once more for each stream.
 */
export function pulseOf(everyMs: number): Pulse {
  const pulse = pulses.get(everyMs) ?? new Pulse(everyMs)
  pulses.set(everyMs, pulse)
  return pulse
}
