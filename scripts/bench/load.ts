// npm run bench -- --load: a contact center of 300 agents with calls, chats and texts mixed at a steady rate. The web's own
// code in this process, from what its gateway routes call on; a router process; PostgreSQL. What is left out is HTTP, and
// sound, which does not pass through the server.
import { v7 as newId } from 'uuid'
import type { Channel } from '@eudromos/core/plan'
import {
  channelOf,
  type CrowdChannel,
  crowdLines,
  crowdNumbers,
  crowdPhone,
  crowdQueue,
  crowdScenario,
} from '../../e2e/crowd.ts'
import { judge, wholeJournal, type Verdict } from '../../e2e/kills/verdict.ts'
import { Stand, until } from '../../e2e/stand.ts'
import { seeded } from '../../outside/index.ts'
import { beginCall } from '../../web/server/gateway/calls.ts'
import { ChatFeed } from '../../web/server/gateway/chat-feed.ts'
import { beginChat, customerOf } from '../../web/server/gateway/chats.ts'
import type { Runtime } from '../../web/server/runtime/runtime.ts'
import { receiveText } from '../../web/server/gateway/texts.ts'
import { arriving, talkMs, told, type LoadSettings } from './load-terms.ts'
import { webHere } from './path.ts'
import { act, openSeats, streamTo, type Seen } from './seats.ts'
import { notifyRoundTrip, spread, type Spread } from './yardsticks.ts'

export interface Load extends LoadSettings {
  readonly note: string
  readonly interactions: Readonly<Record<CrowdChannel, number>>
  /** From the answer to the end of the wrap-up. */
  readonly handlingMs: Spread
  readonly arrivalToOfferMs: Spread
  readonly byChannelMs: Readonly<Record<CrowdChannel, Spread>>
  readonly notifyRoundTripMs: Spread
  readonly offerP99InRoundTrips: number
  readonly refused: number
  readonly verdict: Record<keyof Verdict, number | boolean>
}

const wrapUpMs = 1000

/** Customers who come at the distances of chance, and agents who answer at once; all wait until everything is over. */
export async function load(settings: LoadSettings): Promise<Load> {
  const { agents, perSecond, seconds } = settings
  const scenario = crowdScenario(agents, 30)
  const stand = await Stand.start({ fsync: true, webs: 0, scenario })
  const web = await webHere(stand)
  const notify = await notifyRoundTrip(stand.place.ownerUrl, 500)
  const random = seeded(5)
  const sentAt = new Map<string, number>()
  const answeredAt = new Map<string, number>()
  const offers: { readonly channel: Channel; readonly ms: number }[] = []
  const handling: number[] = []
  const met = new Set<string>()
  const ending = new Set<string>()
  const accepted: string[] = []
  const interactions = { voice: 0, chat: 0, sms: 0 }
  let refused = 0

  const later = (ms: number, what: () => Promise<void>): void => void setTimeout(() => void what(), ms)
  const take = (agentId: string, { interactions: shown }: Seen): void => {
    const now = performance.now()
    for (const one of shown) {
      const interactionId = one.id
      if (one.offer?.agentId === agentId && !met.has(one.offer.id)) {
        met.add(one.offer.id)
        const began = sentAt.get(interactionId)
        if (began !== undefined) offers.push({ channel: one.channel, ms: now - began })
        sentAt.delete(interactionId)
        answeredAt.set(interactionId, now)
        void act(web, 'answerOffer', { agentId, interactionId, offerId: one.offer.id })
        later(talkMs(random()), () => act(web, 'endInteraction', { agentId, interactionId }))
      }
      if (one.phase === 'wrapUp' && one.agentId === agentId && !ending.has(interactionId)) {
        ending.add(interactionId)
        later(wrapUpMs, async () => {
          await act(web, 'finishWrapUp', { agentId, interactionId })
          handling.push(performance.now() - (answeredAt.get(interactionId) ?? NaN))
        })
      }
    }
  }
  const closeSeats = await openSeats(web, take)

  const begin = async (n: number): Promise<void> => {
    const id = newId()
    const channel = channelOf(n)
    const interactionId = channel === 'sms' ? `text-${id}` : id
    sentAt.set(interactionId, performance.now())
    try {
      await ways[channel](web, id, n)
      accepted.push(interactionId)
      interactions[channel] += 1
    } catch (error) {
      refused += 1
      process.stderr.write(`${String(error)}\n`)
    }
  }
  const n = await arriving(random, perSecond, performance.now() + seconds * 1000, (one) => void begin(one))
  await until(
    'all is over',
    () => web.follower.state.interactions.size === 0 && accepted.length + refused === n,
    120_000,
  )
  closeSeats()
  const verdict = judge(await wholeJournal(stand.database), accepted)
  await web.close()
  await stand.stop()
  const spreadOf = (wanted?: CrowdChannel): Spread =>
    spread(offers.flatMap(({ channel, ms }) => (wanted === undefined || channel === wanted ? ms : [])))
  const arrivalToOfferMs = spreadOf()
  return {
    note: 'the web’s own code in one process, the router in another, PostgreSQL with fsync; no HTTP, no sound',
    ...settings,
    interactions,
    handlingMs: spread(handling),
    arrivalToOfferMs,
    byChannelMs: { voice: spreadOf('voice'), chat: spreadOf('chat'), sms: spreadOf('sms') },
    notifyRoundTripMs: notify,
    offerP99InRoundTrips: Number((arrivalToOfferMs.p99 / notify.p50).toFixed(2)),
    refused,
    verdict: told(verdict),
  }
}

/** The customer's end of a chat or a call: as long as it is open they are there. */
async function stay(web: Runtime, id: string): Promise<void> {
  let stop: (() => void) | null = null
  let over = false
  const connection = await web.connections.begin({ interactionId: id }, customerOf(id))
  const leave = (): void => {
    web.connections.end(connection)
    stop?.()
  }
  const stream = streamTo((event, data) => {
    if (event !== 'chat' || (data as { phase: string }).phase !== 'over' || over) return
    over = true
    if (stop !== null) leave()
  })
  stop = await new ChatFeed(web, id, stream).begin()
  if (over) leave()
}

const ways: Record<CrowdChannel, (web: Runtime, id: string, n: number) => Promise<void>> = {
  chat: async (web, id, n) => {
    const chat = { id, lineId: crowdLines.chat, queueId: crowdQueue, name: `Customer ${n}`, text: `Words ${n}` }
    const from = { connectionId: null, deviceOf: null }
    await beginChat(web, { ...chat, customerId: null, leaveMessage: false }, from)
    void stay(web, id)
  },
  voice: async (web, id, n) => {
    await beginCall(web, { id, from: crowdPhone(n), to: crowdNumbers.voice })
    void stay(web, id)
  },
  sms: async (web, id, n) => {
    await receiveText(web, { id, from: crowdPhone(n), to: crowdNumbers.sms, text: `Words ${n}`, pictures: [] })
  },
}
