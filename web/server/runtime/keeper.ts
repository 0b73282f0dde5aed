import type { Logger } from 'pino'
import { dropRecordings, type CentreClock, type Database } from '@eudromos/database'
import type { Follower } from './follower.ts'

const everyMs = 3_600_000
const dayMs = 86_400_000

/** Lets go, each hour, of recordings that were kept for as long as the centre keeps them. */
export class Keeper {
  private readonly timer: NodeJS.Timeout

  constructor(
    private readonly database: Database,
    private readonly follower: Pick<Follower, 'document'>,
    private readonly clock: Pick<CentreClock, 'now'>,
    private readonly log: Pick<Logger, 'info' | 'warn'>,
  ) {
    this.timer = setInterval(() => void this.look(), everyMs)
    this.timer.unref()
  }

  async look(): Promise<number> {
    const days = this.follower.document?.centre.recordingDays
    if (days === undefined) return 0
    try {
      const gone = await dropRecordings(this.database, this.clock.now() - days * dayMs)
      if (gone > 0) this.log.info({ gone }, 'recordings were kept for their time')
      return gone
    } catch (error) {
      this.log.warn({ err: error }, 'could not let go of old recordings')
      return 0
    }
  }

  close(): void {
    clearInterval(this.timer)
  }
}
