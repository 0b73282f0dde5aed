// Made-up plans and a centre to command, for tests and benches. Imports everything below it in core.
import {
  plainCentre,
  plainLine,
  plainPerson,
  plainQueue,
  channels,
  chatsOnly,
  eachChannel,
  type CompiledPlan,
  type LoadLimits,
  type Queue,
  upTo,
} from '../plan/index.ts'
import {
  commandOf,
  run,
  State,
  type Actor,
  type Command,
  type CommandBodies,
  type CommandType,
  type Event,
  type Outcome,
} from '../routing/index.ts'

export { plannedLine, plannedQueue } from './documents.ts'
export { testRecord } from './records.ts'

export const testQueue = (id: string, agentIds: readonly string[], rest: Partial<Queue> = {}): Queue => ({
  id,
  service: 'inService',
  agentIds,
  ...plainQueue,
  target: { percent: 80, seconds: 20 },
  answerWindowSeconds: 15,
  selection: 'longestIdle',
  mostWaiting: null,
  wrapUpSeconds: 30,
  testCustomerIds: [],
  hoursId: null,
  atClosingTo: null,
  onShiftOnly: false,
  ...rest,
})

/** Limits that take so many of every channel, as long as there are slots. */
export const everyChannel = (slots: number): LoadLimits => ({
  id: 'usual',
  slots,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: eachChannel(() => upTo(slots)),
})

export interface TestPlanOptions {
  readonly version?: number
  readonly agents?: readonly string[]
  readonly slots?: number
  readonly queues?: readonly Queue[]
  readonly dayStarts?: readonly number[]
  readonly hours?: CompiledPlan['hours']
  readonly shifts?: CompiledPlan['shifts']
  /** By agent: the shift and the site of theirs. */
  readonly places?: Readonly<
    Record<string, { readonly shiftId?: string; readonly siteId?: string; readonly teamId?: string }>
  >
  readonly order?: 'lateness' | 'oldestFirst'
  /** By agent: their skills with levels. */
  readonly skills?: Readonly<Record<string, Readonly<Record<string, number>>>>
  /** In place of so many chats, one slot each. */
  readonly limits?: LoadLimits
  readonly centre?: Partial<CompiledPlan['centre']>
}

/** A plan with a supervisor `sup`, an observer `obs`, the agents asked for, and a line of every channel with every queue. */
export function testPlan({
  version = 1,
  agents = ['ana', 'ben'],
  slots = 1,
  queues = [testQueue('sailings', agents)],
  dayStarts = [],
  hours = [],
  shifts = [],
  places = {},
  order = 'lateness',
  skills = {},
  limits = { id: 'usual', slots, freeForCalls: 0, sameCustomerInCalls: false, channels: chatsOnly(slots) },
  centre = {},
}: TestPlanOptions = {}): CompiledPlan {
  return {
    version,
    centre: {
      zone: 'Europe/Lisbon',
      dayStartsAtHour: 4,
      defaultTargetSeconds: 60,
      order,
      agentGraceSeconds: 20,
      customerGraceSeconds: 10,
      retryAfterSeconds: 5,
      ...plainCentre,
      recoverStateId: 'recovering',
      recoverMinutes: 0.25,
      ...centre,
      missedStateId: 'unattended',
      awayStateId: 'offline',
      evacuatedStateId: 'evacuated',
      ownAbsences: true,
    },
    presenceStates: [
      {
        id: 'ready',
        admits: channels,
        choosable: true,
        signedOut: false,
        mostMinutes: null,
        teamIds: [],
      },
      { id: 'textsOnly', admits: ['chat', 'sms'], choosable: true, signedOut: false, mostMinutes: null, teamIds: [] },
      { id: 'break', admits: [], choosable: true, signedOut: false, mostMinutes: null, teamIds: [] },
      { id: 'unattended', admits: [], choosable: false, signedOut: false, mostMinutes: null, teamIds: [] },
      { id: 'evacuated', admits: [], choosable: false, signedOut: false, mostMinutes: null, teamIds: [] },
      { id: 'recovering', admits: [], choosable: false, signedOut: false, mostMinutes: null, teamIds: [] },
      { id: 'offline', admits: [], choosable: true, signedOut: true, mostMinutes: null, teamIds: [] },
    ],
    loadLimits: [limits],
    declineReasonIds: ['busy'],
    dispositionIds: ['settled'],
    people: [
      { id: 'sup', roles: ['supervisor'], loadLimitsId: null, ...plainPerson },
      { id: 'obs', roles: ['observer'], loadLimitsId: null, ...plainPerson },
      ...agents.map((id) => ({
        id,
        roles: ['agent'] as const,
        loadLimitsId: limits.id,
        ...plainPerson,
        teamId: places[id]?.teamId ?? null,
        siteId: places[id]?.siteId ?? null,
        shiftId: places[id]?.shiftId ?? null,
        skills: Object.entries(skills[id] ?? {}).map(([skillId, level]) => ({ skillId, level })),
      })),
    ],
    queues,
    lines: [
      { id: 'site', channel: 'chat', queueIds: queues.map(({ id }) => id), ...plainLine },
      { id: 'phone', channel: 'voice', queueIds: queues.map(({ id }) => id), ...plainLine },
      { id: 'texts', channel: 'sms', queueIds: queues.map(({ id }) => id), ...plainLine },
      { id: 'mail', channel: 'email', queueIds: queues.map(({ id }) => id), ...plainLine },
    ],
    dayStarts,
    hours,
    shifts,
    siteIds: ['port', 'vellan'],
    compiledUntil: Number.MAX_SAFE_INTEGER,
  }
}

let commands = 0

export function command<T extends CommandType>(
  type: T,
  body: CommandBodies[T],
  actor: Actor = { kind: 'system', id: 'test' },
  onBehalfOf: string | null = null,
): Command {
  commands += 1
  return commandOf(`c${commands}`, type, actor, body, { onBehalfOf })
}

/** A centre that is told what happens, with a clock that the test moves. */
export class TestCentre {
  readonly state = new State()
  readonly journal: Event[] = []
  at = 1_000_000

  constructor(plan: CompiledPlan = testPlan()) {
    this.do('publishPlan', { plan })
  }

  do<T extends CommandType>(type: T, body: CommandBodies[T], actor?: Actor, onBehalfOf?: string | null): Outcome {
    const outcome = run(this.state, command(type, body, actor, onBehalfOf ?? null), this.at)
    this.journal.push(...outcome.events)
    return outcome
  }

  wait(seconds: number): this {
    this.at += seconds * 1000
    return this
  }

  /** Connects the agent and says Ready for them. */
  ready(agentId: string): Outcome {
    this.do('connectAgent', { agentId, connectionId: `${agentId}-1`, processId: 'web' })
    return this.do('setPresence', { agentId, stateId: 'ready' })
  }

  arrive(interactionId: string, queueId = 'sailings', rest: Partial<CommandBodies['beginInteraction']> = {}): Outcome {
    return this.do('beginInteraction', {
      interactionId,
      channel: 'chat',
      customerId: `customer of ${interactionId}`,
      lineId: 'site',
      queueId,
      connection: { id: `${interactionId}-1`, processId: 'web' },
      contentId: null,
      ...rest,
    })
  }
}
export { sound } from './sound-plan.ts'
