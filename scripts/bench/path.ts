// The whole path: the web's own code in this process (sender, follower, agents' streams), a router process, PostgreSQL.
// What is left out is HTTP, which `http.ts` measures by itself.
import { v7 as newId } from 'uuid'
import { crowdLines, crowdQueue, inParallel } from '../../e2e/crowd.ts'
import { until, type Stand } from '../../e2e/stand.ts'
import { nextGapSeconds, seeded } from '../../outside/index.ts'
import { envelope } from '../../web/server/edge/envelope.ts'
import { runtime, type Runtime } from '../../web/server/runtime/runtime.ts'
import { act, openSeats, system, type Seen } from './seats.ts'
import { spread, type Spread } from './yardsticks.ts'

export async function webHere(stand: Stand): Promise<Runtime> {
  Object.assign(process.env, stand.env(0))
  const web = await runtime()
  await until('the plan is followed', () => web.follower.state.plan !== null && web.sender.trouble() === null)
  return web
}

/** Commands a second with so many senders, each waiting for its answer before it sends the next. */
export async function commandsPerSecond(web: Runtime, senders: number, seconds: number): Promise<number> {
  const agents = [...web.follower.state.agents.keys()]
  const end = performance.now() + seconds * 1000
  let count = 0
  await inParallel(senders, senders, async (n) => {
    const agentId = agents[n % agents.length] ?? ''
    for (let k = 0; performance.now() < end; k += 1) {
      const stateId = k % 2 === 0 ? 'break' : 'offline'
      await web.sender.submit({ command: envelope('setPresence', system, { agentId, stateId }) })
      count += 1
    }
  })
  return Math.round(count / seconds)
}

export interface Latencies {
  readonly interactionsPerSecond: number
  readonly agents: number
  readonly interactions: number
  readonly arrivalToOfferMs: Spread
  readonly messageToStreamMs: Spread
}

/** Agents with a stream each, who answer at once and talk for eight seconds on average; chats at a steady rate. */
export async function latencies(web: Runtime, perSecond: number, seconds: number): Promise<Latencies> {
  const agents = [...web.follower.state.agents.keys()]
  const sentAt = new Map<string, number>()
  const offers: number[] = []
  const messages: number[] = []
  const random = seeded(3)
  const talk = (agentId: string, interactionId: string): void => {
    const lastsMs = 4000 + random() * 8000
    setTimeout(() => void say(interactionId), lastsMs / 2)
    setTimeout(() => void act(web, 'endInteraction', { agentId, interactionId }), lastsMs)
  }
  const say = async (interactionId: string): Promise<void> => {
    const contentId = newId()
    const body = { interactionId, agentId: null, contentId }
    // Accepted when the inbox has it, which is before the router answers: the clock runs from the sending on.
    sentAt.set(contentId, performance.now())
    const content = { id: contentId, interactionId, kind: 'message', body: 'How long will it take?' } as const
    const contents = [content]
    await web.sender.submit({ command: envelope('sendMessage', system, body), contents }).catch(() => undefined)
  }
  const take = (agentId: string, part: Seen): void => {
    const now = performance.now()
    for (const interaction of part.interactions) {
      const begun = sentAt.get(interaction.id)
      if (interaction.offer === null || begun === undefined) continue
      sentAt.delete(interaction.id)
      offers.push(now - begun)
      void act(web, 'answerOffer', { agentId, interactionId: interaction.id, offerId: interaction.offer.id })
      talk(agentId, interaction.id)
    }
    for (const { contentId } of Object.values(part.messages).flat()) {
      const said = sentAt.get(contentId)
      if (said === undefined) continue
      sentAt.delete(contentId)
      messages.push(now - said)
    }
  }
  const closeSeats = await openSeats(web, take)
  const begin = (): void => {
    const id = newId()
    sentAt.set(id, performance.now())
    const connection = { id: `bench-${id}`, processId: web.processId }
    const body = {
      interactionId: id,
      channel: 'chat',
      customerId: 'bench',
      lineId: crowdLines.chat,
      queueId: crowdQueue,
      connection,
      contentId: null,
    } as const
    web.sender.submit({ command: envelope('beginInteraction', system, body) }).catch(() => undefined)
  }
  const end = performance.now() + seconds * 1000
  for (let due = performance.now(); due < end; due += nextGapSeconds(random, perSecond) * 1000) {
    const wait = due - performance.now()
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait))
    begin()
  }
  await until('all have been offered', () => sentAt.size === 0, 20_000).catch(() => undefined)
  closeSeats()
  return {
    interactionsPerSecond: perSecond,
    agents: agents.length,
    interactions: offers.length,
    arrivalToOfferMs: spread(offers),
    messageToStreamMs: spread(messages),
  }
}
