import { pino } from 'pino'

import { TestCentre, plannedLine, testPlan, testQueue } from '@eudromos/core/testing'
import { upTo } from '@eudromos/core/plan'
import type { Database } from '@eudromos/database'
import type { Handed, OutgoingCall } from './carrier.ts'
import { Dialler } from './dialler.ts'

jest.mock('@eudromos/database', () => ({
  readAddresses: (_: unknown, ids: string[]) => Promise.resolve(new Map(ids.map((id) => [id, '+61491570006']))),
}))

const limits = {
  id: 'calls',
  slots: 2,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { voice: upTo(2), chat: upTo(0), sms: upTo(0), email: upTo(0) },
}
const line = { ...plannedLine(['sailings'], 'phone'), channel: 'voice' as const, address: '+442079460100' }
let centre: TestCentre
let rung: OutgoingCall[]
let stopped: string[]
let handed: () => Promise<Handed>
let reported: object[]
let tell: (interactions: string[]) => void
let dialler: Dialler

function begin(): void {
  const follower = {
    document: { lines: [line] },
    state: centre.state,
    watch: (listener: { changed: (change: { everything: boolean; interactions: Set<string> }) => void }) => {
      tell = (interactions) => listener.changed({ everything: false, interactions: new Set(interactions) })
      return () => undefined
    },
  }
  dialler = new Dialler(
    {} as Database,
    follower as never,
    {
      submit: ({ command }) => {
        reported.push(command.body)
        return Promise.resolve({ seq: 1, refusal: null, already: false } as never)
      },
    },
    {
      call: (call) => {
        rung.push(call)
        return handed()
      },
      hangUp: (id) => {
        stopped.push(id)
        return Promise.resolve()
      },
    },
    (id) => `token of ${id}`,
    pino({ level: 'silent' }),
  )
}

beforeEach(() => {
  centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'])], limits }))
  centre.ready('ana')
  rung = []
  stopped = []
  reported = []
  handed = () => Promise.resolve({ taken: true })
})

afterEach(() => dialler.close())

const reach = (): unknown =>
  centre.do('reachOut', {
    agentId: 'ana',
    interactionId: 'out',
    channel: 'voice',
    customerId: 'cleo',
    addressId: 'number',
    lineId: 'phone',
    queueId: 'sailings',
    contentId: null,
  })
const settled = () => new Promise((resolve) => setTimeout(resolve, 10))

test('a call that goes out is rung once, by the queue’s number, and stopped when it is over', async () => {
  begin()
  reach()
  tell(['out'])
  tell(['out'])
  await settled()
  expect(rung).toEqual([
    { id: 'out.1', callId: 'out', from: '+442079460100', to: '+61491570006', token: 'token of out' },
  ])
  centre.do('stopDialling', { agentId: 'ana', interactionId: 'out' })
  tell(['out'])
  centre.do('dialCustomer', { agentId: 'ana', interactionId: 'out' })
  tell(['out'])
  await settled()
  expect(stopped).toEqual(['out.1'])
  expect(rung.map(({ id }) => id)).toEqual(['out.1', 'out.2'])
  expect(reported).toEqual([])
})

test('what rang when the process came up is rung again, and what no carrier takes is not to be reached', async () => {
  reach()
  handed = () => Promise.resolve({ taken: false, reason: 'networkDown', again: true })
  begin()
  await settled()
  expect(rung).toHaveLength(1)
  handed = () => Promise.reject(new Error('no carrier'))
  centre.do('stopDialling', { agentId: 'ana', interactionId: 'out' })
  centre.do('dialCustomer', { agentId: 'ana', interactionId: 'out' })
  tell(['out'])
  await settled()
  expect(reported).toEqual([
    { interactionId: 'out', number: 1, end: 'unreachable' },
    { interactionId: 'out', number: 2, end: 'unreachable' },
  ])
})
