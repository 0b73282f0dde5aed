// The morning before the demo begins: made by running the core itself over made-up traffic, from a seed, in virtual time.
import { Heap, heapNode } from '../../core/heap/index.ts'
import { offersByItself, type PlanDocument } from '../../core/plan/index.ts'
import {
  advance,
  openOffer,
  run,
  snapshotOf,
  State,
  visitOf,
  type Actor,
  type Command,
  type CommandBodies,
  type CommandType,
  type Event,
} from '../../core/routing/index.ts'
import {
  strangerOf,
  commitBatch,
  connectAlone,
  makePartitions,
  readPending,
  type NewContent,
  type Submission,
  writeSnapshot,
} from '../../database/index.ts'
import {
  agentWord,
  between,
  customerName,
  customerWord,
  nextGapSeconds,
  openingOf,
  pick,
  seeded,
} from '../../outside/index.ts'
import { Scribe } from '../../router/index.ts'
import { absencesFrom } from './absences.ts'
import type { Scenario } from './load.ts'
import { centre } from './scenario.ts'

const system: Actor = { kind: 'system', id: 'history' }
const chatsPerMinute = 4
const epoch = 0

/** Seconds-precise virtual time: what is planned happens in order, and may plan more. */
class Agenda {
  private readonly planned = new Heap<() => void>()
  private count = 0

  at(time: number, act: () => void): void {
    this.count += 1
    this.planned.add(heapNode(act, Math.round(time), String(this.count).padStart(9, '0')))
  }

  play(until: number, meet: (time: number) => void): void {
    for (let next = this.planned.peek(); next !== undefined && next.key < until; next = this.planned.peek()) {
      this.planned.remove(next)
      meet(next.key)
      next.item()
    }
  }
}

/** The morning of a centre, told to the core; collects what has to be written down. */
class Morning {
  readonly state = new State()
  readonly scribe = new Scribe(0)
  readonly draft = this.scribe.draft()
  readonly words: Pick<NewContent, 'id' | 'interactionId' | 'body'>[] = []
  readonly customers: NonNullable<Submission['customer']>[] = []
  chats = 0
  private now: number
  private readonly random = seeded(40)
  private readonly agenda = new Agenda()
  private readonly talkingTo = new Map<string, number>()
  private commands = 0

  constructor(
    private readonly queues: PlanDocument['queues'],
    private readonly agentIds: readonly string[],
    private readonly from: number,
    private readonly until: number,
    private readonly absences: ReturnType<typeof absencesFrom>,
  ) {
    this.now = from
  }

  play(firstPlan: Command): void {
    this.take(firstPlan)
    for (const absence of this.absences) this.do('enterAbsence', absence)
    for (const agentId of this.agentIds)
      this.later(0, 40 * 60, () => {
        this.do('connectAgent', { agentId, connectionId: `history-${agentId}`, processId: 'history' })
        this.do('setPresence', { agentId, stateId: 'ready' })
      })
    this.arriveNext()
    this.agenda.play(this.until - 12 * 60_000, (time) => this.passTo(time))
    // The last twelve minutes only end what is there, so that the morning leaves nobody hanging.
    this.closing = true
    this.agenda.play(this.until, (time) => this.passTo(time))
    this.passTo(this.until - 1000)
    this.do('loseProcess', { processId: 'history' })
    for (const agentId of this.agentIds) this.do('setPresence', { agentId, stateId: 'offline' })
    for (const id of this.state.interactions.keys()) this.do('leaveInteraction', { interactionId: id })
  }

  private closing = false

  private passTo(time: number): void {
    this.now = time
    this.note(advance(this.state, time))
  }

  private later(least: number, most: number, act: () => void): void {
    this.agenda.at(this.now + between(this.random, least, most) * 1000, act)
  }

  private do<T extends CommandType>(type: T, body: CommandBodies[T]): boolean {
    this.commands += 1
    const envelope = {
      id: `h${this.commands}`,
      type,
      v: 1,
      actor: system,
      onBehalfOf: null,
      reason: null,
      correlation: null,
      body,
    }
    return this.take(envelope as unknown as Command)
  }

  private take(command: Command): boolean {
    const { events, refusal } = run(this.state, command, this.now)
    this.note(events)
    return refusal === null
  }

  private note(events: readonly Event[]): void {
    this.draft.note(events)
    for (const event of events) {
      if (event.type === 'offerMade') this.meetOffer(event)
      else if (event.type === 'interactionEnded') this.wrapUp(event.interactionId)
      else if (event.type === 'presenceSet' && event.cause === 'missed')
        this.later(20, 240, () => this.do('setPresence', { agentId: event.agentId, stateId: 'ready' }))
    }
  }

  private arriveNext(): void {
    // A quiet hour before the first boats, then more.
    const busy = this.now < this.from + 80 * 60_000 ? 0.4 : 1
    const gap = nextGapSeconds(this.random, (chatsPerMinute * busy) / 60)
    this.agenda.at(this.now + gap * 1000, () => {
      if (this.closing) return
      this.arrive()
      this.arriveNext()
    })
  }

  private arrive(): void {
    const open = this.queues.filter(
      ({ id, service, selection }) =>
        service === 'inService' && offersByItself(selection) && this.state.queueDay(id).open,
    )
    const queue = open[Math.floor(this.random() ** 2 * open.length)]
    if (queue === undefined) return
    this.chats += 1
    const interactionId = `0195${String(this.chats).padStart(4, '0')}-0000-7000-8000-${String(this.chats).padStart(12, '0')}`
    const customerId = strangerOf(interactionId)
    this.customers.push({ id: customerId, name: customerName(this.random), test: false })
    const contentId = this.write(interactionId, openingOf(this.random, 'even'))
    this.do('beginInteraction', {
      interactionId,
      channel: 'chat',
      customerId,
      lineId: 'skerrow-site',
      queueId: queue.id,
      connection: { id: `history-${interactionId}`, processId: 'history' },
      contentId,
    })
    this.later(25, 400, () => {
      const phase = this.state.interactions.get(interactionId)?.phase
      if (phase === 'waiting' || phase === 'offered') this.do('leaveInteraction', { interactionId })
    })
  }

  private write(interactionId: string, body: string): string {
    const id = `${interactionId}-${this.words.length}`
    this.words.push({ id, interactionId, body })
    return id
  }

  private meetOffer({ agentId, offerId, interactionId }: Event<'offerMade'>): void {
    const chance = this.random()
    if (chance < 0.03) return
    this.later(2, 9, () => {
      if (chance < 0.07) this.do('declineOffer', { agentId, offerId, interactionId, reason: 'finishing' })
      else if (this.do('answerOffer', { agentId, offerId, interactionId })) {
        this.talkingTo.set(interactionId, Math.floor(between(this.random, 2, 8)))
        this.speak(interactionId, agentId, true)
      }
    })
  }

  private speak(interactionId: string, agentId: string, agentsTurn: boolean): void {
    this.later(6, 45, () => {
      const left = this.talkingTo.get(interactionId) ?? 0
      if (this.state.interactions.get(interactionId)?.phase !== 'connected') return
      if (left === 0) {
        if (this.random() < 0.3) this.do('leaveInteraction', { interactionId })
        else this.do('endInteraction', { agentId, interactionId })
        return
      }
      this.talkingTo.set(interactionId, left - 1)
      const contentId = this.write(interactionId, agentsTurn ? agentWord(this.random) : customerWord(this.random))
      this.do('sendMessage', { interactionId, agentId: agentsTurn ? agentId : null, contentId })
      this.speak(interactionId, agentId, !agentsTurn)
    })
  }

  private wrapUp(interactionId: string): void {
    const interaction = this.state.interactions.get(interactionId)
    const agentId = interaction === undefined ? undefined : visitOf(interaction).offers.at(-1)?.agentId
    if (agentId === undefined || (interaction !== undefined && openOffer(interaction) !== null)) return
    const dispositionId = pick(this.random, [
      'settled',
      'settled',
      'changed-booking',
      'passed-on',
      'comes-back',
      'no-answer',
    ])
    this.later(4, 28, () => {
      this.do('saveWrapUp', { agentId, interactionId, dispositionId, notesContentId: null })
      this.do('finishWrapUp', { agentId, interactionId })
    })
  }
}

/**
 * Writes the hours from 05:40 on (four hours before `until`) as journal, records and words, and answers the command
 * that published the first plan. Gives the number of conversations made.
 */
export async function makeHistory(ownerUrl: string, scenario: Scenario, until: number): Promise<number> {
  const client = await connectAlone(ownerUrl)
  try {
    const [first] = await readPending(client, 1)
    if (first === undefined) throw new Error('the first plan was not published')
    const agents = scenario.people.filter(({ roles }) => roles.includes('agent')).map(({ id }) => id)
    const absences = absencesFrom(until, centre.centre.zone).filter(({ agentId }) => agents.includes(agentId))
    const away = new Set(absences.filter(({ from }) => from < until).map(({ agentId }) => agentId))
    const here = agents.filter((id) => !away.has(id))
    const morning = new Morning(scenario.queues, here, until - 4 * 3_600_000, until, absences)
    morning.play(first.command)
    morning.draft.answers.push({ inboxId: first.inboxId, answer: { ok: true, seq: 1 } })
    const batch = morning.draft.batch(epoch)
    const days = new Set(batch.rows.map(({ event }) => new Date(event.at).toISOString().slice(0, 10)))
    await makePartitions(client, [...days])
    // The batch settles it: until it is committed, whoever begins anew finds the first command pending and does it again.
    await client.query(
      `insert into customer (id, name, test) select * from unnest($1::text[], $2::text[], $3::boolean[])
       on conflict do nothing`,
      [
        morning.customers.map(({ id }) => id),
        morning.customers.map(({ name }) => name),
        morning.customers.map(({ test }) => test),
      ],
    )
    await client.query(
      `insert into content (id, interaction_id, kind, body)
       select id, interaction_id, 'message', body from unnest($1::text[], $2::text[], $3::text[]) as c (id, interaction_id, body)
       on conflict do nothing`,
      [
        morning.words.map(({ id }) => id),
        morning.words.map(({ interactionId }) => interactionId),
        morning.words.map(({ body }) => body),
      ],
    )
    await commitBatch(client, batch)
    await writeSnapshot(client, epoch, { seq: morning.scribe.seq, snapshot: snapshotOf(morning.state) })
    return morning.chats
  } finally {
    await client.end()
  }
}
