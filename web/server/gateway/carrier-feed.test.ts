import { everyChannel, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { CarrierFeed, type CarrierNews } from './carrier-feed.ts'
import type { Change, Watcher } from '../runtime/follower.ts'
import type { Runtime } from '../runtime/runtime.ts'

const limits = everyChannel(1)
/** A feed for the simulated agent ana, whose caller has left a message and hung up; what it tells of each interaction last. */
async function begun() {
  const centre = new TestCentre(
    testPlan({ queues: [testQueue('sailings', ['ana'], { voicemail: true, callbackTries: 2 })], limits }),
  )
  let watcher: Watcher = {}
  const carried: string[] = []
  const place = {
    connections: {
      onClose: () => () => undefined,
      carry: (_: string, agents: Iterable<string>) => Promise.resolve(void carried.push(...agents)),
      drop: () => undefined,
      forget: () => undefined,
    },
    follower: { state: centre.state, watch: (one: Watcher) => (watcher = one), pull: () => Promise.resolve() },
  } as unknown as Runtime
  const news = new Map<string, CarrierNews>()
  const feed = new CarrierFeed(place, 'c1', ['ana'])
  await feed.begin({
    send: (event, data) => {
      if (event === 'news') news.set((data as CarrierNews).interactionId, data as CarrierNews)
    },
    close: () => undefined,
  } as Parameters<CarrierFeed['begin']>[0])
  expect(carried).toEqual(['ana'])
  const told = (id: string): CarrierNews | undefined => {
    watcher.changed?.({ events: [], interactions: new Set([id]), seq: 1 } as unknown as Change)
    return news.get(id)
  }
  return { centre, told }
}

test('an agent who has heard a message is told to call while nobody is on the line and it rings nowhere', async () => {
  const { centre, told } = await begun()
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone', addressId: 'number' })
  centre.do('leaveMessage', { interactionId: 'call', contentId: 'sound' })
  centre.do('disconnectCustomer', { interactionId: 'call', connectionId: 'call-1' })
  centre.ready('ana')
  expect(told('call')).toMatchObject({ phase: 'offered', offer: { agentId: 'ana' }, toDial: false })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  expect(told('call')).toMatchObject({ phase: 'connected', agentId: 'ana', here: false, toDial: true })
  centre.do('dialCustomer', { agentId: 'ana', interactionId: 'call' })
  expect(told('call')).toMatchObject({ toDial: false })
  centre.do('reportDial', { interactionId: 'call', number: 1, end: 'busy' })
  expect(told('call')).toMatchObject({ toDial: true })
  centre.do('dialCustomer', { agentId: 'ana', interactionId: 'call' })
  centre.do('connectCustomer', { interactionId: 'call', connectionId: 'phone', processId: 'web' })
  expect(told('call')).toMatchObject({ phase: 'connected', here: true, toDial: false })
})

test('what is neither of its customers nor before its agents is none of a carrier’s business until it is over', async () => {
  const { centre, told } = await begun()
  centre.arrive('chat')
  expect(told('chat')).toBeUndefined()
  centre.do('leaveInteraction', { interactionId: 'chat' })
  expect(told('chat')).toMatchObject({ phase: 'over', channel: null })
})
