// Loaded into a process of a centre under test (--import): at SIGUSR2 it writes what only the process itself knows.
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { isMainThread } from 'node:worker_threads'

const { EUDROMOS_INSIDE: folder, EUDROMOS_INSIDE_OF: of } = process.env

if (isMainThread && folder !== undefined) {
  setFlagsFromString('--expose-gc')
  /** @type {() => void} */
  const collect = runInNewContext('gc')
  /** Milliseconds that the main thread has been on the processor (Linux). */
  const onProcessor = () =>
    Number(readFileSync(`/proc/self/task/${process.pid}/schedstat`, 'latin1').split(' ')[0]) / 1e6
  let [longest, last, n] = [0, onProcessor(), 0]
  if (of === 'turns')
    setInterval(() => {
      const now = onProcessor()
      longest = Math.max(longest, now - last)
      last = now
    }, 1).unref()
  mkdirSync(folder, { recursive: true })
  /** @param {{ longestTurnMs?: number, heapBytes?: number }} told */
  const tell = (told) => {
    const file = `${folder}/${process.pid}.json`
    writeFileSync(`${file}.new`, JSON.stringify({ n, ...told }))
    renameSync(`${file}.new`, file)
  }
  process.on('SIGUSR2', () => {
    if (of === 'heap') collect()
    n += 1
    tell(of === 'heap' ? { heapBytes: process.memoryUsage().heapUsed } : { longestTurnMs: longest })
    longest = 0
    last = onProcessor()
  })
  tell({})
}
