import { Agent, get, type RequestOptions } from 'node:http'
import { Stand, until } from '../stand.ts'

const busy = 120
const newcomers = 60

let stand: Stand | undefined
afterEach(() => stand?.stop())

const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? NaN

test('who connects anew to a busy web process is served about as soon as those who are connected', async () => {
  stand = await Stand.start()
  const { hostname, port } = new URL(stand.origin)
  const headers = { authorization: `Bearer ${stand.place.secrets.outside}` }
  const answerMs = (agent: RequestOptions['agent']): Promise<number> =>
    new Promise((resolve, reject) => {
      const began = performance.now()
      get({ hostname, port, path: '/api/gateway/lines', agent, headers }, (answer) => {
        answer.resume().on('end', () => resolve(performance.now() - began))
      }).on('error', reject)
    })
  let over = false
  const took: number[] = []
  const keepBusy = async (): Promise<void> => {
    const agent = new Agent({ keepAlive: true, maxSockets: 1 })
    while (!over) took.push(await answerMs(agent))
    agent.destroy()
  }
  const running = Array.from({ length: busy }, keepBusy)
  await until('each was served, and more', () => took.length > busy)
  const before = took.length
  const fresh = await Promise.all(Array.from({ length: newcomers }, () => answerMs(false)))
  const meanwhile = took.slice(before)
  over = true
  await Promise.all(running)
  // Both kinds of requests stand in one line. Without that newcomers waited for tens of times as long.
  expect(median(fresh) / median(meanwhile)).toBeLessThan(5)
})
