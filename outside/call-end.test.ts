import { CallEnd, placeOf, type CallSignal } from './call-end.ts'

/** Two ends with the centre between them: what one says reaches the other a little later. */
function pair(delayMs: (signal: CallSignal) => number = () => 1) {
  const said: string[] = []
  const ends: CallEnd[] = []
  const to = (n: number, from: string) => (signal: CallSignal) => {
    said.push(`${from} ${signal.kind}`)
    setTimeout(() => void ends[n]?.hear(signal), delayMs(signal))
    return Promise.resolve()
  }
  ends.push(new CallEnd(true, 1, to(1, 'agent')), new CallEnd(false, 2, to(0, 'customer')))
  const [agent, customer] = ends as [CallEnd, CallEnd]
  return { agent, customer, said }
}

const until = async (done: () => boolean): Promise<void> => {
  for (let n = 0; n < 200 && !done(); n += 1) await new Promise((resolve) => setTimeout(resolve, 25))
}

test.each([
  ['in order', () => 1],
  ['with candidates before what they belong to', ({ kind }: CallSignal) => (kind === 'candidate' ? 1 : 60)],
])('the agent’s end begins once the customer is there, and each hears the other, %s', async (_, delay) => {
  const { agent, customer, said } = pair(delay)
  try {
    agent.begin()
    await until(() => agent.heardBytes > 1000 && customer.heardBytes > 1000)
    expect(said.filter((one) => !one.endsWith('candidate'))).toEqual([
      'agent here',
      'customer here',
      'agent offer',
      'customer answer',
    ])
    expect(agent.heardBytes).toBeGreaterThan(1000)
    expect(customer.heardBytes).toBeGreaterThan(1000)
  } finally {
    agent.close()
    customer.close()
  }
})

test('packets are numbered in order and begin again at their ends', () => {
  expect([0, 1, 2].map(placeOf)).toEqual([0, 1, 2].map((n) => ({ sequenceNumber: n, timestamp: 160 * n })))
  expect([65_535, 65_536].map((n) => placeOf(n).sequenceNumber)).toEqual([65_535, 0])
  // 26,843,546 packets are 4,294,967,360 samples, 64 more than 32 bits hold.
  expect(placeOf(26_843_546).timestamp).toBe(64)
})
