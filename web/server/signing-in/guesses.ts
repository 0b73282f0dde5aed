import { problem, ProblemError } from '../edge/problem.ts'

interface Count {
  failures: number
  /** Until when nobody may try. */
  until: number
}

interface Rule {
  /** So many may go wrong before anybody waits. */
  readonly free: number
  readonly mostSeconds: number
}

/** Of one account from one place, of one account from anywhere, and of one place at all accounts. */
const rules = {
  both: { free: 5, mostSeconds: 900 },
  // Whoever guesses from many places keeps the owner waiting for no longer than this.
  account: { free: 50, mostSeconds: 60 },
  place: { free: 30, mostSeconds: 900 },
} as const satisfies Record<string, Rule>

const mostCounts = 50_000
const forgottenAfterMs = 3_600_000

/** Counts wrong passwords: the wait before the next doubles with each. */
export class Guesses {
  private readonly counts = new Map<string, Count>()

  constructor(private readonly now: () => number = () => performance.now()) {}

  private keys(account: string, place: string): readonly (readonly [key: string, rule: Rule])[] {
    return [
      [`both ${place} ${account}`, rules.both],
      [`account ${account}`, rules.account],
      [`place ${place}`, rules.place],
    ]
  }

  /** Throws where it is too early for another try. */
  require(account: string, place: string): void {
    const until = Math.max(...this.keys(account, place).map(([key]) => this.counts.get(key)?.until ?? 0))
    const seconds = Math.ceil((until - this.now()) / 1000)
    if (seconds <= 0) return
    throw new ProblemError(
      problem(
        429,
        'tooManyGuesses',
        'Too many wrong passwords',
        `Too many wrong passwords were tried. Wait ${seconds} seconds and try again, or ask an administrator for a new password.`,
        { params: { seconds } },
      ),
    )
  }

  /** A try begins: it counts as wrong until it is known to be right, so that many at once are as many one after the other. */
  begin(account: string, place: string): void {
    const now = this.now()
    for (const [key, { free, mostSeconds }] of this.keys(account, place)) {
      const before = this.counts.get(key)
      const failures = (before === undefined || now - before.until > forgottenAfterMs ? 0 : before.failures) + 1
      const seconds = failures < free ? 0 : Math.min(mostSeconds, 2 ** (failures - free))
      this.counts.delete(key)
      this.counts.set(key, { failures, until: now + seconds * 1000 })
    }
    for (const key of this.counts.keys()) {
      if (this.counts.size <= mostCounts) break
      this.counts.delete(key)
    }
  }

  /** It was right: what went wrong at this account from this place is forgotten. */
  right(account: string, place: string): void {
    const [[both], ...others] = this.keys(account, place) as [[string], ...[string, Rule][]]
    this.counts.delete(both)
    for (const [key] of others) {
      const count = this.counts.get(key)
      if (count !== undefined) this.counts.set(key, { failures: count.failures - 1, until: this.now() })
    }
  }
}
