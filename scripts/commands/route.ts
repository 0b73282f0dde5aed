// The command `route`: timed commands through the core in virtual time, and the journal that comes of them.
import { instantOf } from '@eudromos/core/hours'
import { checkWhole, compilePlan, compileTimes, type Channel, type PlanDocument } from '@eudromos/core/plan'
import { placeText, wholeFindingText } from '../../web/messages/findings.ts'
import {
  advance,
  evolve,
  groundsOf,
  nextDeadline,
  openOffer,
  run,
  State,
  type Command,
  type CommandBodies,
  type CommandType,
  type Event,
  type Grounds,
  type Interaction,
  type Refusal,
} from '@eudromos/core/routing'
import { faultsIn, jsonOf, planOf } from './given.ts'
import { BadInput, type InputFault } from './problem.ts'

interface Timed {
  readonly at: number
  readonly type: string
  readonly body: Record<string, unknown>
}

/** A line of the answer: an event of the journal, a refused command, or the table of those looked at for an offer. */
export type Line = object

const self = { kind: 'system', id: 'route' } as const

let lastTold = { at: NaN, text: '' }

/** An instant as text. Many events in a row are of one and the same. */
function told(at: number): string {
  if (at !== lastTold.at) lastTold = { at, text: new Date(at).toISOString() }
  return lastTold.text
}

const mostFaults = 50
const yearMs = 365 * 86_400_000
const longestMs = 20 * yearMs
const lastInstant = Date.UTC(9999, 0, 1)
/** What depends on the calendar is carried on this long before it ends. */
const aheadMs = 20 * 86_400_000

/** Reads all lines, or throws BadInput with what is wrong in which of them. */
export function readEvents(text: string): Timed[] {
  const faults: InputFault[] = []
  const read: Timed[] = []
  for (const [n, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === '') continue
    const given = jsonOf(line, `Line ${n + 1} of the events`)
    const found = faultsIn(given, 'events', `/${n + 1}`)
    if (found.length > 0) {
      faults.push(...found)
      if (faults.length > mostFaults) break
      continue
    }
    const { at, type, body } = given as { at: string | number; type: string; body: Record<string, unknown> }
    const instant = typeof at === 'number' ? at : (instantOf(at) ?? NaN)
    if (!(instant >= 0 && instant <= lastInstant))
      faults.push({ pointer: `/${n + 1}/at`, detail: 'There is no such instant. Write one from 1970 to 9998.' })
    else if (instant - (read[0]?.at ?? instant) > longestMs)
      faults.push({ pointer: `/${n + 1}/at`, detail: 'It is more than 20 years after the first line.' })
    else if (instant < (read.at(-1)?.at ?? -Infinity))
      faults.push({
        pointer: `/${n + 1}/at`,
        detail: 'It is before the line above. Put the lines in the order of time.',
      })
    read.push({ at: instant, type, body })
  }
  if (faults.length > 0) throw new BadInput('The events cannot be played.', faults)
  return read
}

/** Plays events through a plan and gives the lines of the answer as they come. */
export class Playing {
  private readonly state = new State()
  /** Follows the journal one event behind, so that grounds are those from before each offer. */
  private readonly before = new State()
  private count = 0
  /** Told since the last event, in order. */
  private lines: Line[] = []
  private commands = 0
  private readonly linesTo = new Map<string, string>()

  constructor(
    private readonly plan: PlanDocument,
    private readonly withGrounds: boolean,
  ) {}

  *play(events: readonly Timed[]): Generator<Line> {
    const from = events[0]?.at ?? 0
    this.tell('publishPlan', { plan: compilePlan(this.plan, 1, from) }, from)
    for (const event of events) {
      this.extend(event.at)
      this.take(event)
      for (const line of this.taken()) yield line
    }
    // What still comes of them by itself within a day: offers that nobody answers, wrap-ups, longest waits.
    const until = (events.at(-1)?.at ?? from) + 86_400_000
    for (let due = this.next(until); due !== null; due = this.next(until)) {
      this.journal(advance(this.state, due))
      yield* this.taken()
    }
    yield* this.taken()
  }

  private taken(): Line[] {
    const { lines } = this
    this.lines = []
    return lines
  }

  /** Carries on what the plan has of the calendar, as the router does, as far as `at` needs it. */
  private extend(at: number): void {
    for (;;) {
      const { plan } = this.state
      if (plan === null || plan.compiledUntil - at > aheadMs) return
      const from = plan.compiledUntil - aheadMs
      this.tell('extendPlan', { version: plan.version, times: compileTimes(this.plan, from) }, from)
    }
  }

  /** When something happens next, while there are interactions. */
  private next(until: number): number | null {
    const due = this.state.interactions.size === 0 ? null : nextDeadline(this.state)
    return due !== null && due <= until ? due : null
  }

  private take({ at, type, body }: Timed): void {
    const interactionId = String(body.interactionId ?? '')
    const interaction = this.state.interactions.get(interactionId)
    switch (type) {
      case 'arrive': {
        const channel = (body.channel ?? 'chat') as CommandBodies['beginInteraction']['channel']
        return this.tell(
          'beginInteraction',
          {
            ...(body as Pick<CommandBodies['beginInteraction'], 'queueId' | 'requirements' | 'priority'>),
            interactionId,
            channel,
            customerId: typeof body.customerId === 'string' ? body.customerId : `customer of ${interactionId}`,
            lineId: this.lineTo(channel, String(body.queueId)),
            connection: { id: interactionId, processId: 'route' },
            contentId: null,
          },
          at,
        )
      }
      case 'leave':
        return this.tell('leaveInteraction', { interactionId }, at)
      case 'presence': {
        const agentId = String(body.agentId)
        this.tell('connectAgent', { agentId, connectionId: agentId, processId: 'route' }, at)
        return this.tell('setPresence', { agentId, stateId: String(body.stateId) }, at)
      }
      case 'disconnect': {
        const agentId = String(body.agentId)
        return this.tell('disconnectAgent', { agentId, connectionId: agentId }, at)
      }
      case 'answer':
      case 'decline': {
        // What has become due by then comes first: an offer may be over.
        this.journal(advance(this.state, at))
        const still = this.state.interactions.get(interactionId)
        const offer = still === undefined ? null : openOffer(still)
        const given = { interactionId, agentId: offer?.agentId ?? '', offerId: offer?.id ?? '' }
        if (offer === null) return this.refuse(type, at, { code: 'offerOver', params: { interactionId } })
        const reason = String(body.reason ?? this.plan.declineReasons[0]?.id ?? '')
        return type === 'answer'
          ? this.tell('answerOffer', given, at)
          : this.tell('declineOffer', { ...given, reason }, at)
      }
      case 'take':
      case 'assign': {
        const given = { interactionId, agentId: String(body.agentId) }
        return this.tell(type === 'take' ? 'takeInteraction' : 'assignInteraction', given, at)
      }
      case 'move':
        return this.tell('moveInteraction', { interactionId, queueId: String(body.queueId) }, at)
      case 'transfer': {
        const to =
          body.toQueueId === undefined ? { agentId: String(body.toAgentId) } : { queueId: String(body.toQueueId) }
        const agentId = workingOn(interaction)
        return this.tell('transferInteraction', { agentId, interactionId, to, noteContentId: null }, at)
      }
      case 'say': {
        const agentId = body.agentId === undefined ? null : String(body.agentId)
        return this.tell('sendMessage', { interactionId, agentId, contentId: `words ${this.commands}` }, at)
      }
      case 'end':
      case 'finish': {
        const agentId = workingOn(interaction)
        const command = type === 'end' ? 'endInteraction' : 'finishWrapUp'
        return this.tell(command, { agentId, interactionId }, at)
      }
    }
  }

  /** By which line of the channel somebody comes to the queue; where none leads there, the first of the channel. */
  private lineTo(channel: Channel, queueId: string): string {
    const key = `${channel} ${queueId}`
    const known = this.linesTo.get(key)
    if (known !== undefined) return known
    const lines = this.plan.lines.filter((one) => one.channel === channel)
    const line = lines.find(({ queueIds }) => queueIds.includes(queueId)) ?? lines[0]
    this.linesTo.set(key, line?.id ?? '')
    return line?.id ?? ''
  }

  private tell<T extends CommandType>(type: T, body: CommandBodies[T], at: number): void {
    this.commands += 1
    const command = {
      v: 1,
      id: String(this.commands),
      type,
      body,
      actor: self,
      onBehalfOf: null,
      reason: null,
      correlation: null,
    } as unknown as Command
    const { events, refusal } = run(this.state, command, at)
    this.journal(events)
    if (refusal !== null) this.refuse(type, at, refusal)
  }

  private refuse(command: string, at: number, { code, params }: Refusal): void {
    this.lines.push({ at: told(at), refused: command, code, params })
  }

  private journal(events: readonly Event[]): void {
    for (const event of events) {
      if (this.withGrounds && event.type === 'offerMade') {
        this.before.at = event.at
        const grounds = groundsOf(this.before, event.interactionId)
        if (grounds !== null) this.lines.push({ at: told(event.at), grounds: shortened(grounds) })
      }
      if (this.withGrounds) evolve(this.before, event)
      this.count += 1
      this.lines.push(readable(this.count, event))
    }
  }
}

const workingOn = (interaction: Interaction | undefined): string =>
  interaction?.participations.findLast(({ to }) => to === null)?.personId ?? ''

/** With its instants as text. The plan is what was given. */
function readable(seq: number, event: Event): Line {
  if (event.type === 'planTaken' || event.type === 'planExtended') return { seq, at: told(event.at), type: event.type }
  const line: Record<string, unknown> = { seq }
  const fields = event as unknown as Readonly<Record<string, unknown>>
  for (const name in fields) {
    const value = fields[name]
    line[name] = typeof value === 'number' && (name === 'at' || name.endsWith('At')) ? told(value) : value
  }
  return line
}

/** Who was looked at, the first condition that excluded each, and what the method went by among the rest. */
const shortened = ({ interactionId, queueId, waitMs, priority, selection, agents }: Grounds): object => ({
  interactionId,
  queueId,
  waitSeconds: waitMs / 1000,
  priority,
  selection,
  agents: agents.map(({ agentId, eligible, grounds, preference }) => {
    const first = grounds.find(({ holds }) => !holds)
    if (eligible || first === undefined) return { agentId, eligible, preference: preference.key }
    const { criterion, gap, reach, skill, room } = first
    return { agentId, eligible, excludedBy: criterion, because: gap ?? reach ?? skill ?? room }
  }),
})

/** What keeps a plan from being played: nothing would come of it, or what nobody meant. */
const unplayable: ReadonlySet<string> = new Set([
  'idTwice',
  'notThere',
  'unknownZone',
  'notValid',
  'calendarNotValid',
  'unknownCalendar',
  'unknownHours',
  'unknownSkill',
  'unknownTeam',
  'unknownPerson',
  'boundsCrossed',
  'unknownQueue',
  'sentInACircle',
  'fullToUnknown',
  'fullInACircle',
  'waitedToUnknown',
  'waitedInACircle',
])

function playable(text: string, at: number): PlanDocument {
  const plan = planOf(text)
  const faults = checkWhole(plan, at, { faultsOnly: true }).filter(({ finding }) => unplayable.has(finding.code))
  if (faults.length === 0) return plan
  throw new BadInput(
    'The plan has faults and cannot be played.',
    faults.slice(0, mostFaults).map((one) => ({
      pointer:
        one.of.kind === 'centre'
          ? '/centre'
          : `/${one.of.kind}/${plan[one.of.kind].findIndex(({ id }) => id === one.of.id)}`,
      detail: `${placeText(one.of, one.of.id)}: ${wholeFindingText(one, (id) => id)}`,
    })),
  )
}

/** The lines of the answer. Throws BadInput where the plan or the events cannot be read. */
export function route(plan: string, events: string, withGrounds: boolean): Generator<Line> {
  const read = readEvents(events)
  return new Playing(playable(plan, read[0]?.at ?? 0), withGrounds).play(read)
}
