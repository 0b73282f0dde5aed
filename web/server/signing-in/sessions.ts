import { readLiveSessions, type Database } from '@eudromos/database'

interface Watched {
  readonly sessionId: string
  readonly mayGoOn: () => boolean
  readonly close: () => void
}

const everyMs = 1000

/** Ends streams once their session is over, or who they are for may no longer see them: one question a second for all. */
export class Sessions {
  private readonly watched = new Set<Watched>()
  private readonly timer: NodeJS.Timeout
  private looking: Promise<void> | null = null

  constructor(private readonly database: Database) {
    this.timer = setInterval(() => void this.look(), everyMs)
    this.timer.unref()
  }

  /** Gives what ends the watch. */
  watch(sessionId: string, mayGoOn: () => boolean, close: () => void): () => void {
    const one = { sessionId, mayGoOn, close }
    this.watched.add(one)
    return () => void this.watched.delete(one)
  }

  /** Looks now. While the database does not answer nobody is known to be gone. */
  look(): Promise<void> {
    this.looking ??= this.lookAt([...this.watched])
      .catch(() => undefined)
      .finally(() => {
        this.looking = null
      })
    return this.looking
  }

  private async lookAt(watched: readonly Watched[]): Promise<void> {
    if (watched.length === 0) return
    for (const { mayGoOn, close } of watched) if (!mayGoOn()) close()
    const live = await readLiveSessions(this.database, [...new Set(watched.map(({ sessionId }) => sessionId))])
    for (const { sessionId, close } of watched) if (!live.has(sessionId)) close()
  }

  close(): void {
    clearInterval(this.timer)
  }
}
