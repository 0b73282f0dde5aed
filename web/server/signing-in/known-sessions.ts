import type { PersonId } from '@eudromos/core/plan'
import { cookieIn } from '../edge/asked.ts'
import { auth, sessionCookie } from './auth.ts'

export interface KnownSession {
  readonly sessionId: string
  readonly personId: PersonId
}

interface Kept extends KnownSession {
  /** When it ends by itself, and until when it is believed without asking again; by this machine's clock. */
  readonly until: number
}

/** Asked again by then at the latest, so that sessions that are used go on. */
const longestMs = 60_000
const mostKept = 20_000

/** Whose sessions cookies are of, as the database told: kept until it tells that a session has changed or is over. */
export class KnownSessions {
  private readonly byCookie = new Map<string, Kept>()
  /** Counted up with each session that was let go of. */
  private letGo = 0

  constructor(
    private readonly ask: (headers: Headers) => Promise<(KnownSession & { readonly expiresAt: Date }) | null>,
    private readonly cookieName: string,
    private readonly now: () => number = Date.now,
  ) {}

  /** The session that these headers have a cookie of; null where there is none, or it is over. */
  async find(headers: Headers): Promise<KnownSession | null> {
    const cookie = cookieIn(headers, this.cookieName)
    if (cookie === null) return null
    const kept = this.byCookie.get(cookie)
    if (kept !== undefined && this.now() < kept.until) return kept
    this.byCookie.delete(cookie)
    const before = this.letGo
    const found = await this.ask(headers)
    if (found === null) return null
    const { sessionId, personId, expiresAt } = found
    // What was let go of meanwhile may be this one.
    if (before === this.letGo)
      this.keep(cookie, { sessionId, personId, until: Math.min(expiresAt.getTime(), this.now() + longestMs) })
    return { sessionId, personId }
  }

  private keep(cookie: string, session: Kept): void {
    this.byCookie.set(cookie, session)
    const [oldest] = this.byCookie.keys()
    if (this.byCookie.size > mostKept && oldest !== undefined) this.byCookie.delete(oldest)
  }

  /** A session has changed or is over; null: any may have. */
  forget(sessionId: string | null): void {
    this.letGo += 1
    if (sessionId === null) this.byCookie.clear()
    else for (const [cookie, one] of this.byCookie) if (one.sessionId === sessionId) this.byCookie.delete(cookie)
  }
}

/** Of this application: asked of the session library. */
export const knownSessions = (): KnownSessions =>
  new KnownSessions(async (headers) => {
    const found = await auth().api.getSession({ headers })
    return found === null
      ? null
      : { sessionId: found.session.id, personId: found.user.id as PersonId, expiresAt: found.session.expiresAt }
  }, sessionCookie())
