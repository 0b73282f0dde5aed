import type pg from 'pg'
import { CentreClock } from './clock.ts'

/** A database whose time is this process's, and whose first answers are seen late: the process does something else meanwhile. */
function databaseSeenLate(late: number): pg.Pool {
  let asked = 0
  const query = async () => {
    asked += 1
    const at = performance.timeOrigin + performance.now()
    await Promise.resolve()
    for (const end = performance.now() + (asked <= late ? 120 : 0); performance.now() < end;);
    return { rows: [{ at, offset_ms: 0 }] }
  }
  return { query } as unknown as pg.Pool
}

test.each([0, 1, 4])('a clock that is read while the process is busy is right: %i answers seen late', async (late) => {
  const clock = await CentreClock.read(databaseSeenLate(late))
  expect(Math.abs(clock.now() - (performance.timeOrigin + performance.now()))).toBeLessThan(20)
})
