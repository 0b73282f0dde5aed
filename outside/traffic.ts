import type { Logger } from 'pino'
import { v7 as newId } from 'uuid'
import { AgentEnds } from './agent-ends.ts'
import { Caller } from './callers.ts'
import type { CallNetwork } from './calls.ts'
import { Carrier, GatewayError, type News } from './carrier.ts'
import { agentWord, customerName, customerWord } from './made-up.ts'
import { moods, openingOf, type MoodName } from './moods.ts'
import { texterNumber, writerAddress } from './numbers.ts'
import type { PhoneText, TextNetwork } from './texts.ts'
import { between, nextGapSeconds, pick, seeded } from './random.ts'

export interface TrafficSettings {
  readonly chatsPerMinute: number
  /** Of a hundred customers so many call, text or write email; the others chat. */
  readonly callPercent: number
  readonly textPercent: number
  readonly mailPercent: number
  /** How many simulated agents are at work. */
  readonly agents: number
  /** The length of a conversation on average, in seconds. */
  readonly handleSeconds: number
  readonly seed: number
  /** Only these queues; all that are in service where it is empty. */
  readonly queueIds: readonly string[]
  /** How the day goes: the figures above rise and fall by it. */
  readonly mood: MoodName
}

export interface TrafficReport extends TrafficSettings {
  readonly running: boolean
  readonly begun: number
  readonly agentsConnected: number
  readonly underWay: number
  /** What went wrong last, if anything did. */
  readonly trouble: string | null
}

interface Conversation {
  phase: News['phase']
  /** How many more times each side speaks. */
  wordsLeft: number
  busy: boolean
  /** What has been written so far. */
  messages: number
  /** So often its agent has called the customer. */
  dials: number
  /** Simulated agents have seen it on their open list. */
  listed: boolean
}

export interface Networks {
  readonly texts: TextNetwork
  readonly mails: TextNetwork
  readonly calls: CallNetwork
}

type Way = 'voice' | 'sms' | 'email' | 'chat'

/** The first words of a question. */
const subjectOf = (words: string): string => words.replace(/[.?!].*$/s, '')

/**
 * Customers and agents that a seed settles: the same seed and settings make the same customers say the same things at
 * the same distances. What becomes of them depends on who else is there: real and simulated people mix.
 */
export class Traffic {
  private readonly random: () => number
  private readonly stopping = new AbortController()
  private readonly conversations = new Map<string, Conversation>()
  private readonly offered = new Map<string, string>()
  private readonly timers = new Set<NodeJS.Timeout>()
  private readonly carrier: Carrier
  private begun = 0
  private readonly startedAt = performance.now()
  private agentIds: readonly string[] = []
  private trouble: string | null = null
  private readonly unwatch: (() => void)[]
  private readonly callers = new Set<Caller>()
  private readonly ends: AgentEnds
  /** How often each of those who text or write still answers, by number or address. */
  private readonly writers = new Map<string, number>()

  constructor(
    readonly settings: TrafficSettings,
    private readonly origin: string,
    key: string,
    private readonly log: Logger,
    /** By which some of the customers call, text or write email; null: all of them chat. */
    private readonly networks: Networks | null = null,
  ) {
    this.random = seeded(settings.seed)
    this.carrier = new Carrier(origin, key)
    this.ends = new AgentEnds(
      ({ interactionId, from, to }, said) => this.carrier.signal(to, interactionId, from, said),
      (error) => this.note(error),
    )
    const all = networks === null ? [] : [networks.texts, networks.mails]
    this.unwatch = all.map((network) => network.watch((one) => this.writeBack(one, network)))
  }

  report(): TrafficReport {
    return {
      ...this.settings,
      running: !this.stopping.signal.aborted,
      begun: this.begun,
      agentsConnected: this.agentIds.length,
      underWay: this.conversations.size,
      trouble: this.trouble,
    }
  }

  start(): void {
    void this.keepFollowing()
  }

  /** Ends at once: callers hang up, the other simulated people leave when their stream closes. */
  async stop(): Promise<void> {
    await Promise.allSettled([
      ...this.agentIds.map((agentId) => this.carrier.act(agentId, 'setPresence', { stateId: 'break' })),
      ...[...this.callers].map((caller) => caller.hangUp()),
    ])
    this.stopping.abort()
    for (const end of this.unwatch) end()
    this.forgetAll()
  }

  private forgetAll(): void {
    for (const timer of this.timers) clearTimeout(timer)
    this.timers.clear()
    for (const caller of this.callers) caller.end()
    this.ends.close()
  }

  private async keepFollowing(): Promise<void> {
    while (!this.stopping.signal.aborted) {
      try {
        await this.carrier.follow(this.settings.agents, this.stopping.signal, {
          ready: (agentIds) => this.ready(agentIds),
          news: (news) => this.take(news),
          signal: (signal) => this.ends.hear(signal),
        })
      } catch (error) {
        this.note(error)
      }
      this.forgetAll()
      this.conversations.clear()
      this.offered.clear()
      if (!this.stopping.signal.aborted) await new Promise((resolve) => setTimeout(resolve, 1000))
    }
  }

  private ready(agentIds: readonly string[]): void {
    this.agentIds = agentIds
    this.trouble = null
    for (const agentId of agentIds) this.later(0.2, 3, () => this.goReady(agentId))
    if (this.settings.chatsPerMinute === 0) return
    this.beginWithAFew()
    this.awaitNext()
  }

  /** A day does not begin empty: within the first seconds some are there, by each of the ways that are used. */
  private beginWithAFew(): void {
    const { chatsPerMinute, callPercent, textPercent, mailPercent, mood } = this.settings
    const first: Way[] = []
    if (callPercent > 0) first.push('voice')
    if (textPercent > 0) first.push('sms')
    if (mailPercent > 0) first.push('email')
    for (let n = 0; n < Math.min(6, chatsPerMinute / 2); n += 1) {
      const drawn = this.drawnWay()
      const way = first[n] ?? drawn
      const [name, text, choice] = [customerName(this.random), openingOf(this.random, mood), this.random()]
      this.later(1, 8, () => this.meet(way, name, text, choice))
    }
  }

  private drawnWay(): Way {
    const { callPercent, textPercent, mailPercent } = this.settings
    const drawn = this.random() * 100
    if (drawn < textPercent) return 'sms'
    if (drawn < textPercent + mailPercent) return 'email'
    return drawn < textPercent + mailPercent + callPercent ? 'voice' : 'chat'
  }

  /** Somebody comes by this way, or by a chat where there is no line for it. */
  private async meet(way: Way, name: string, text: string, choice: number): Promise<void> {
    if (way === 'voice' && (await this.call(choice))) return
    if ((way === 'sms' || way === 'email') && (await this.write(way, name, text, choice))) return
    await this.begin(name, text, choice)
  }

  /** One of the lines of a channel that lead where customers are wanted; null where there is none. */
  private async lineOf(channel: Way, choice: number): Promise<string | null> {
    const wanted = this.settings.queueIds
    const lines = (await this.carrier.lines()).flatMap((line) =>
      line.channel === channel &&
      line.address !== null &&
      (wanted.length === 0 || line.queues.some(({ id }) => wanted.includes(id)))
        ? [line.address]
        : [],
    )
    return lines[Math.floor(choice * lines.length)] ?? null
  }

  /** Somebody calls; false where there is no line for it. */
  private async call(choice: number): Promise<boolean> {
    const line = await this.lineOf('voice', choice)
    if (line === null || this.networks === null || this.stopping.signal.aborted) return false
    const { handleSeconds, mood } = this.settings
    const caller = new Caller(
      this.origin,
      {
        id: newId(),
        from: texterNumber(this.begun),
        to: line,
        patienceSeconds: between(this.random, ...moods[mood].patienceSeconds),
        talkSeconds: between(this.random, 0.8, 2.5) * handleSeconds,
        ratherCalledBack: this.random() < 0.4,
        seed: 1 + Math.floor(this.random() * 1_000_000),
      },
      this.networks.calls,
      () => this.callers.delete(caller),
      (error) => this.note(error),
    )
    this.callers.add(caller)
    this.begun += 1
    await caller.call()
    return true
  }

  private goReady(agentId: string): Promise<void> {
    return this.carrier.act(agentId, 'setPresence', { stateId: 'ready' })
  }

  private awaitNext(): void {
    const { chatsPerMinute, mood } = this.settings
    const rate = chatsPerMinute * Math.max(0.05, moods[mood].course((performance.now() - this.startedAt) / 1000))
    const gap = nextGapSeconds(this.random, rate / 60)
    const [name, text, choice] = [customerName(this.random), openingOf(this.random, mood), this.random()]
    const written = this.drawnWay()
    this.after(gap, async () => {
      this.awaitNext()
      await this.meet(written, name, text, choice)
    })
  }

  /** Somebody texts a line or writes to it, from a number or an address of their own; false where there is none. */
  private async write(channel: 'sms' | 'email', name: string, words: string, choice: number): Promise<boolean> {
    const line = await this.lineOf(channel, choice)
    if (line === null || this.networks === null) return false
    const from = channel === 'sms' ? texterNumber(this.begun) : writerAddress(this.begun)
    this.writers.set(from, Math.floor(between(this.random, 1, 4)))
    if (channel === 'sms') this.networks.texts.write(from, line, words)
    else this.networks.mails.write(from, line, { name, subject: subjectOf(words), text: words })
    this.begun += 1
    return true
  }

  /** Who got a text or an email answers it after a while, as long as there is something to say. */
  private writeBack({ from, to, subject }: PhoneText, network: TextNetwork): void {
    const left = this.writers.get(to)
    if (left === undefined) return
    if (left <= 0) {
      this.writers.delete(to)
      return
    }
    this.writers.set(to, left - 1)
    const pause = this.settings.handleSeconds / 5
    this.later(pause * 0.4, pause * 1.6, () => {
      network.write(to, from, { subject, text: customerWord(this.random) })
      return Promise.resolve()
    })
  }

  private async begin(name: string, text: string, choice: number): Promise<void> {
    const lines = (await this.carrier.lines()).filter(({ channel }) => channel === 'chat')
    const wanted = this.settings.queueIds
    // Where nobody but a supervisor gives work out, only those come who are asked for.
    const led = lines.flatMap(({ id: lineId, queues }) => queues.map((queue) => ({ ...queue, lineId })))
    const open = led.filter(
      ({ id, open, byHand }, n) =>
        open && led.findIndex((one) => one.id === id) === n && (wanted.length === 0 ? !byHand : wanted.includes(id)),
    )
    // The first queues of a plan are the busy ones.
    const { pull, patienceSeconds } = moods[this.settings.mood]
    const queue = open[Math.floor(choice ** pull * open.length)]
    if (queue === undefined) return
    const id = await this.carrier.beginChat(queue.lineId, queue.id, name, text)
    this.begun += 1
    if (!this.conversations.has(id)) this.conversations.set(id, this.fresh('waiting'))
    this.after(between(this.random, ...patienceSeconds), async () => {
      const phase = this.conversations.get(id)?.phase
      if (phase === 'waiting' || phase === 'offered') await this.carrier.leave(id)
    })
  }

  private fresh(phase: News['phase']): Conversation {
    return {
      phase,
      wordsLeft: Math.floor(between(this.random, 1, 4)),
      busy: false,
      messages: 0,
      dials: 0,
      listed: false,
    }
  }

  private take(news: News): void {
    const { interactionId, phase, offer, agentId } = news
    if (phase === 'over') {
      this.ends.putDown(interactionId, null)
      this.conversations.delete(interactionId)
      this.carrier.forget(interactionId)
      return
    }
    const conversation = this.conversations.get(interactionId) ?? this.fresh(phase)
    this.conversations.set(interactionId, conversation)
    const before = conversation.phase
    conversation.phase = phase
    conversation.messages = news.messages
    if (phase === 'offered' && offer !== null && this.agentIds.includes(offer.agentId)) this.meetOffer(news, offer)
    if (phase === 'waiting' && before !== 'waiting') conversation.listed = false
    if (phase === 'waiting' && news.onList && !conversation.listed) this.lookAtList(interactionId, conversation)
    this.ends.putDown(interactionId, phase === 'connected' ? agentId : null)
    if (phase === 'connected' && news.channel === 'voice') this.talk(news, conversation)
    else if (phase === 'connected') this.goOn(news, conversation)
    if (phase === 'wrapUp' && before !== 'wrapUp' && agentId !== null && this.agentIds.includes(agentId))
      this.wrapUp(interactionId, agentId)
  }

  /** Somebody takes it from the open list after a while; who cannot is refused, and another tries. */
  private lookAtList(interactionId: string, conversation: Conversation): void {
    conversation.listed = true
    this.later(4, 25, async () => {
      for (const agentId of [...this.agentIds].sort(() => this.random() - 0.5)) {
        if (conversation.phase !== 'waiting') return
        try {
          return await this.carrier.act(agentId, 'takeInteraction', { interactionId })
        } catch (error) {
          if (!(error instanceof GatewayError && error.status === 409)) throw error
        }
      }
      conversation.listed = false
      if (conversation.phase === 'waiting') this.lookAtList(interactionId, conversation)
    })
  }

  private meetOffer({ interactionId }: News, offer: { id: string; agentId: string }): void {
    if (this.offered.get(interactionId) === offer.id) return
    this.offered.set(interactionId, offer.id)
    const { id: offerId, agentId } = offer
    const chance = this.random()
    if (chance < 0.03) {
      this.later(18, 40, () => this.goReady(agentId))
      return
    }
    const quick = Math.min(1, this.settings.handleSeconds / 60)
    this.later(1 * quick, 6 * quick, () => {
      if (chance < 0.06)
        return this.carrier.act(agentId, 'declineOffer', { offerId, interactionId, reason: 'finishing' })
      return this.carrier.act(agentId, 'answerOffer', { offerId, interactionId })
    })
  }

  /** Whoever owes the next word says it after a while, as long as there is something to say; then the agent ends. */
  private goOn({ interactionId, agentId, turn, channel, here }: News, conversation: Conversation): void {
    if (conversation.busy) return
    const simulatedAgent = agentId !== null && this.agentIds.includes(agentId)
    const words = conversation.wordsLeft
    const pause = this.settings.handleSeconds / 5
    const speak = (say: () => Promise<void>): void => {
      conversation.busy = true
      this.later(pause * 0.4, pause * 1.6, async () => {
        conversation.busy = false
        if (conversation.phase === 'connected') await say()
      })
    }
    if (turn === 'agent' && simulatedAgent) {
      speak(async () => {
        conversation.wordsLeft -= 1
        if (words > 0) await this.carrier.act(agentId, 'sendMessage', { interactionId, text: agentWord(this.random) })
        else await this.carrier.act(agentId, 'endInteraction', { interactionId })
      })
    } else if (turn === 'customer' && this.carrier.knows(interactionId)) {
      speak(() => this.carrier.say(interactionId, customerWord(this.random)))
    } else if (turn === 'customer' && simulatedAgent && !(channel === 'chat' && here))
      this.endIfSilent(interactionId, conversation, agentId)
  }

  /** Who texts or writes email has no page that closes: a simulated agent ends it where nothing more comes for a while. */
  private endIfSilent(interactionId: string, conversation: Conversation, agentId: string): void {
    const { messages } = conversation
    const { handleSeconds } = this.settings
    this.later(Math.max(30, 0.6 * handleSeconds), Math.max(60, 1.2 * handleSeconds), async () => {
      const silent = conversation.phase === 'connected' && conversation.messages === messages
      if (silent) await this.carrier.act(agentId, 'endInteraction', { interactionId })
    })
  }

  /** In a call nobody writes: its agent ends it after a while, and calls who is to be called back, once. */
  private talk({ interactionId, agentId, toDial }: News, conversation: Conversation): void {
    if (conversation.busy || agentId === null || !this.agentIds.includes(agentId)) return
    conversation.busy = true
    const { handleSeconds } = this.settings
    const [least, most] = toDial ? [2, 5] : [0.6 * handleSeconds, 1.8 * handleSeconds]
    this.later(least, most, async () => {
      conversation.busy = false
      if (conversation.phase !== 'connected') return
      const dials = toDial && conversation.dials === 0
      if (dials) conversation.dials += 1
      await this.carrier.act(agentId, dials ? 'dialCustomer' : 'endInteraction', { interactionId })
    })
  }

  private wrapUp(interactionId: string, agentId: string): void {
    const dispositionId = pick(this.random, ['settled', 'settled', 'changed-booking', 'passed-on', 'comes-back'])
    this.later(this.settings.handleSeconds / 20, this.settings.handleSeconds / 6, async () => {
      await this.carrier.act(agentId, 'saveWrapUp', { interactionId, dispositionId, notes: '' })
      await this.carrier.act(agentId, 'finishWrapUp', { interactionId })
    })
  }

  private later(leastSeconds: number, mostSeconds: number, act: () => Promise<void>): void {
    this.after(between(this.random, leastSeconds, mostSeconds), act)
  }

  private after(seconds: number, act: () => Promise<void>): void {
    const timer = setTimeout(() => {
      this.timers.delete(timer)
      act().catch((error: unknown) => this.note(error))
    }, seconds * 1000)
    this.timers.add(timer)
  }

  /** What others did first (a customer left, an offer ran out) is no trouble; anything else is shown. */
  private note(error: unknown): void {
    if (this.stopping.signal.aborted || (error instanceof GatewayError && error.status === 409)) return
    this.trouble = error instanceof Error ? error.message.slice(0, 300) : String(error)
    this.log.warn({ err: error }, 'traffic')
  }
}
