import type pg from 'pg'

const readings = 5

/** The centre's time: the database's, moved by the offset that the centre keeps, carried on by the monotonic clock. */
export class CentreClock {
  private constructor(
    private readonly databaseAt: number,
    private readonly readAt: number,
    private offsetMs: number,
  ) {}

  /**
   * Of some readings the one whose answer came fastest: a process that is busy, as at its start, sees an answer late, and would
   * be that much behind the others.
   */
  static async read(client: pg.ClientBase | pg.Pool): Promise<CentreClock> {
    let best = await CentreClock.readOnce(client)
    for (let n = 1; n < readings; n += 1) {
      const next = await CentreClock.readOnce(client)
      if (next.tookMs < best.tookMs) best = next
    }
    return best.clock
  }

  private static async readOnce(client: pg.ClientBase | pg.Pool): Promise<{ clock: CentreClock; tookMs: number }> {
    const before = performance.now()
    const { rows } = await client.query<{ at: number; offset_ms: number }>(
      'select extract(epoch from clock_timestamp())::float8 * 1000 as at, offset_ms from clock where id = 1',
    )
    const after = performance.now()
    const clock = new CentreClock(rows[0]?.at ?? 0, (before + after) / 2, rows[0]?.offset_ms ?? 0)
    return { clock, tookMs: after - before }
  }

  /** The centre's time minus the real time, in milliseconds. */
  get aheadMs(): number {
    return this.offsetMs
  }

  /** Integer milliseconds. */
  now(): number {
    return Math.floor(this.databaseAt + (performance.now() - this.readAt) + this.offsetMs)
  }

  /** Reads the offset anew, after somebody moved the clock. */
  async refresh(client: pg.ClientBase | pg.Pool): Promise<void> {
    const { rows } = await client.query<{ offset_ms: number }>('select offset_ms from clock where id = 1')
    this.offsetMs = rows[0]?.offset_ms ?? 0
  }
}

/** Moves the centre's clock so that it shows `at` now, and tells every process. */
export async function setClock(client: pg.ClientBase | pg.Pool, at: number): Promise<void> {
  await client.query(
    `update clock set offset_ms = $1 - (extract(epoch from clock_timestamp()) * 1000)::bigint, stopped_at = null`,
    [Math.round(at)],
  )
  await client.query(`select pg_notify('clock', '')`)
}

/** Lets the clock run on real time. */
export async function setRealClock(client: pg.ClientBase | pg.Pool): Promise<void> {
  await client.query('update clock set offset_ms = 0, stopped_at = null')
  await client.query(`select pg_notify('clock', '')`)
}

/** Remembers the time shown, so that the next start goes on from there. */
export async function stopClock(client: pg.ClientBase | pg.Pool): Promise<void> {
  await client.query(
    `update clock set stopped_at = (extract(epoch from clock_timestamp()) * 1000)::bigint + offset_ms where offset_ms <> 0`,
  )
}
