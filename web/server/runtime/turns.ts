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

/** What JSON.stringify says of plain data, in pieces of one turn each: its lists may be long. */
export async function* jsonInTurns(value: unknown): AsyncGenerator<string, undefined> {
  if (Array.isArray(value)) {
    let [piece, began] = ['[', performance.now()]
    for (const [n, one] of value.entries()) {
      piece += `${n === 0 ? '' : ','}${JSON.stringify(one) ?? 'null'}`
      if (performance.now() - began <= turnMs) continue
      yield piece
      await pause()
      ;[piece, began] = ['', performance.now()]
    }
    yield `${piece}]`
  } else if (typeof value === 'object' && value !== null) {
    let before = '{'
    for (const [key, of] of Object.entries(value)) {
      if (of === undefined) continue
      yield `${before}${JSON.stringify(key)}:`
      yield* jsonInTurns(of)
      before = ','
    }
    yield before === '{' ? '{}' : '}'
  } else yield JSON.stringify(value)
}
