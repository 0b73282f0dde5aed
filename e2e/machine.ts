// How quick the machine is that this runs on: it changes by the minute, and by twenty times.

/** Milliseconds for thirty million additions: some thirty where the machine is quick and at hand. */
export function additionsMs(): number {
  const from = performance.now()
  let sum = 0
  for (let n = 0; n < 3e7; n += 1) sum += n
  return sum > 0 ? performance.now() - from : NaN
}
