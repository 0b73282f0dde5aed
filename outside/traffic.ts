import type { Logger } from 'pino'
import { Carrier, GatewayError, type News } from './carrier.ts'
import { agentWord, customerName, customerWord } from './made-up.ts'
import { moods, openingOf, type MoodName } from './moods.ts'
import { texterNumber, writerAddress } from './numbers.ts'
import type { PhoneText, TextNetwork } from './texts.ts'
import { between, nextGapSeconds, pick, seeded } from './random.ts'

export interface TrafficSettings {
  readonly chatsPerMinute: number
  /** Of a hundred customers so many text; the others chat or write email. */
  readonly textPercent: number
  /** Likewise by email. */
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
  /** Simulated agents have seen it on their open list. */
  listed: boolean
}

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
  /** How often each of those who text or write still answers, by number or address. */
  private readonly writers = new Map<string, number>()

  constructor(
    readonly settings: TrafficSettings,
    origin: string,
    key: string,
    private readonly log: Logger,
    /** By which some of the customers text or write email; null: all of them chat. */
    private readonly networks: { readonly texts: TextNetwork; readonly mails: TextNetwork } | null = null,
  ) {
    this.random = seeded(settings.seed)
    this.carrier = new Carrier(origin, key)
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

  /** Ends at once: the simulated people leave when their stream closes. */
  async stop(): Promise<void> {
    await Promise.allSettled(
      this.agentIds.map((agentId) => this.carrier.act(agentId, 'setPresence', { stateId: 'break' })),
    )
    this.stopping.abort()
    for (const end of this.unwatch) end()
    for (const timer of this.timers) clearTimeout(timer)
    this.timers.clear()
  }

  private async keepFollowing(): Promise<void> {
    while (!this.stopping.signal.aborted) {
      try {
        await this.carrier.follow(this.settings.agents, this.stopping.signal, {
          ready: (agentIds) => this.ready(agentIds),
          news: (news) => this.take(news),
        })
      } catch (error) {
        this.note(error)
      }
      for (const timer of this.timers) clearTimeout(timer)
      this.timers.clear()
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
    const { chatsPerMinute, textPercent, mailPercent, mood } = this.settings
    for (let n = 0; n < Math.min(6, chatsPerMinute / 2); n += 1) {
      const drawn = this.drawnWay()
      const way = n === 0 && textPercent > 0 ? 'sms' : n === 1 && mailPercent > 0 ? 'email' : drawn
      const [name, text, choice] = [customerName(this.random), openingOf(this.random, mood), this.random()]
      this.later(1, 8, () => this.meet(way, name, text, choice))
    }
  }

  /** By text, by email or, null, by chat. */
  private drawnWay(): 'sms' | 'email' | null {
    const { textPercent, mailPercent } = this.settings
    const drawn = this.random() * 100
    return drawn < textPercent ? 'sms' : drawn < textPercent + mailPercent ? 'email' : null
  }

  /** Somebody comes by this way, or by a chat where there is no line for it. */
  private async meet(way: 'sms' | 'email' | null, name: string, text: string, choice: number): Promise<void> {
    if (way !== null && (await this.write(way, name, text, choice))) return
    await this.begin(name, text, choice)
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
    const wanted = this.settings.queueIds
    const lines = (await this.carrier.lines()).flatMap((line) =>
      line.channel === channel &&
      line.address !== null &&
      (wanted.length === 0 || line.queues.some(({ id }) => wanted.includes(id)))
        ? [line.address]
        : [],
    )
    const line = lines[Math.floor(choice * lines.length)]
    if (line === undefined || this.networks === null) return false
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
    return { phase, wordsLeft: Math.floor(between(this.random, 1, 4)), busy: false, listed: false }
  }

  private take(news: News): void {
    const { interactionId, phase, offer, agentId, turn } = news
    if (phase === 'over') {
      this.conversations.delete(interactionId)
      this.carrier.forget(interactionId)
      return
    }
    const conversation = this.conversations.get(interactionId) ?? this.fresh(phase)
    this.conversations.set(interactionId, conversation)
    const before = conversation.phase
    conversation.phase = phase
    if (phase === 'offered' && offer !== null && this.agentIds.includes(offer.agentId)) this.meetOffer(news, offer)
    if (phase === 'waiting' && before !== 'waiting') conversation.listed = false
    if (phase === 'waiting' && news.onList && !conversation.listed) this.lookAtList(interactionId, conversation)
    if (phase === 'connected') this.goOn(interactionId, conversation, agentId, turn)
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
  private goOn(interactionId: string, conversation: Conversation, agentId: string | null, turn: News['turn']): void {
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
    }
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
