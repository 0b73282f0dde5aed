import 'server-only'
import { setImmediate as pause } from 'node:timers/promises'

/** So long one may work before others have their turn. */
const turnMs = 10

/** Does the work for each, in order, and lets whoever else waits have their turn in between: then it also tells how many are done. */
export async function inTurns<T, R>(
  all: Iterable<T>,
  work: (one: T, n: number) => R,
  tell: (done: number) => void = () => undefined,
): Promise<R[]> {
  const done: R[] = []
  let began = performance.now()
  for (const one of all) {
    if (performance.now() - began > turnMs) {
      tell(done.length)
      await pause()
      began = performance.now()
    }
    done.push(work(one, done.length))
  }
  return done
}
