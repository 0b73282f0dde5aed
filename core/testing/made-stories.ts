// Random plans, and random commands to a centre that runs them, for the property tests.
import fc from 'fast-check'
import { channels, selectionMethods } from '../plan/index.ts'
import { command, testPlan, testQueue } from './index.ts'
import { openOffer, type Command, type State } from '../routing/index.ts'

const agents = ['a1', 'a2', 'a3', 'a4']
const queues = ['q1', 'q2', 'q3']
const ids = Array.from({ length: 12 }, (_, n) => `i${String(n).padStart(2, '0')}`)

/** Openings in the minutes of the story: pairs of instants, in order. */
const turns = fc
  .uniqueArray(fc.integer({ min: 900, max: 1300 }), { maxLength: 8 })
  .map((seconds) => seconds.sort((a, b) => a - b).slice(0, seconds.length - (seconds.length % 2)))
  .map((seconds) => seconds.map((second) => second * 1000))

const skillId = fc.constantFrom('french', 'freight')
const bounds = fc.record({ skillId, least: fc.integer({ min: 0, max: 4 }), most: fc.integer({ min: 2, max: 5 }) })
const afterSeconds = fc.constantFrom(0, 4, 9, 20)

/** Mostly none, so that offers are made in most stories. */
const seldom = <T>(some: fc.Arbitrary<T[]>): fc.Arbitrary<T[]> =>
  fc.oneof({ weight: 2, arbitrary: fc.constant<T[]>([]) }, { weight: 1, arbitrary: some })

/** Each channel takes up to two slots; some want to be alone, or nearly. */
const limit = fc.record({
  slots: fc.integer({ min: 1, max: 2 }),
  most: fc.integer({ min: 0, max: 3 }),
  alone: fc.boolean(),
  beside: fc.subarray(['voice', 'chat', 'sms'] as const),
})
const limits = fc.record({
  id: fc.constant('mixed'),
  slots: fc.integer({ min: 1, max: 5 }),
  freeForCalls: fc.constantFrom(0, 0, 1, 2),
  channels: fc.record({ voice: limit, chat: limit, sms: limit }),
})

/** What a queue asks for, of whom and from when on. */
const asked = fc.record({
  selection: fc.constantFrom(...selectionMethods),
  laterReaches: fc.array(fc.record({ afterSeconds, agentIds: fc.subarray(agents) }), { maxLength: 2 }),
  requirements: seldom(fc.array(bounds, { maxLength: 2 })),
  relaxations: fc.array(
    fc.tuple(bounds, afterSeconds).map(([one, seconds]) => ({ ...one, afterSeconds: seconds })),
    { maxLength: 2 },
  ),
  longestWaitSeconds: fc.option(fc.constantFrom(6, 15), { freq: 2 }),
  priority: fc.integer({ min: 1, max: 10 }),
  prioritySteps: fc.array(fc.record({ afterSeconds, priority: fc.integer({ min: 1, max: 10 }) }), { maxLength: 2 }),
})

const lines = { voice: 'phone', chat: 'site', sms: 'texts' }

export const plan = fc
  .record({
    slots: fc.integer({ min: 1, max: 3 }),
    members: fc.tuple(...queues.map(() => fc.subarray(agents, { minLength: 1 }))),
    targets: fc.tuple(...queues.map(() => fc.option(fc.constantFrom(10, 20, 60)))),
    windows: fc.tuple(...queues.map(() => fc.constantFrom(5, 15))),
    most: fc.option(fc.integer({ min: 1, max: 4 })),
    wrapUp: fc.constantFrom(0, 10),
    // q1 sends on to q3 when it closes; q2 serves those who wait.
    turns: fc.tuple(turns, turns, turns),
    kept: seldom(fc.subarray(queues)),
    shifts: fc.tuple(turns, turns),
    onShiftOnly: seldom(fc.subarray(queues)),
    limits: fc.option(limits, { freq: 2 }),
    skills: fc.tuple(...agents.map(() => fc.dictionary(skillId, fc.integer({ min: 1, max: 5 })))),
    fullTo: fc.boolean(),
    onTo: fc.subarray(queues),
    centre: fc.record({
      wishSeconds: fc.constantFrom(3, 12, 30),
      transferPriority: fc.option(fc.integer({ min: 1, max: 10 })),
      longestWrapUpSeconds: fc.constantFrom(5, 25),
      askAfterSilenceSeconds: fc.option(fc.constantFrom(3, 8), { freq: 3 }),
      restAfterSilenceSeconds: fc.option(fc.constantFrom(6, 15), { freq: 3 }),
      endAfterRestSeconds: fc.constantFrom(4, 30),
    }),
    asks: fc.tuple(...queues.map(() => asked)),
  })
  .map(
    ({
      slots,
      members,
      targets,
      windows,
      most,
      wrapUp,
      turns,
      kept,
      shifts,
      onShiftOnly,
      limits,
      skills,
      asks,
      fullTo,
      onTo,
      centre,
    }) => ({
      centre,
      ...(limits === null ? {} : { limits }),
      skills: Object.fromEntries(agents.map((id, n) => [id, skills[n] ?? {}])),
      hours: queues.map((id, n) => ({ id: `hours of ${id}`, openings: turns[n] ?? [] })),
      shifts: shifts.map((openings, n) => ({ id: `shift ${n}`, openings })),
      places: { a1: { shiftId: 'shift 0' }, a2: { shiftId: 'shift 0' }, a3: { shiftId: 'shift 1' } },
      agents,
      slots,
      queues: queues.map((id, n) =>
        testQueue(id, members[n] ?? [], {
          target: targets[n] == null ? null : { percent: 80, seconds: targets[n] },
          answerWindowSeconds: windows[n] ?? 15,
          mostWaiting: n === 0 ? most : null,
          wrapUpSeconds: wrapUp,
          hoursId: kept.includes(id) ? `hours of ${id}` : null,
          atClosingTo: n === 0 ? 'q3' : null,
          onShiftOnly: onShiftOnly.includes(id),
          ...asks[n],
          // Full or too slow, q1 sends on to q2, and that to q3.
          whenFullTo: n === 0 && fullTo ? 'q2' : null,
          longestWaitTo: onTo.includes(id) && n < 2 ? (queues[n + 1] ?? null) : null,
        }),
      ),
    }),
  )

const agentId = fc.constantFrom(...agents)
const interactionId = fc.constantFrom(...ids)
const connection = fc.constantFrom('k1', 'k2')

export type Step = { after: number; make: (state: State, version: number) => Command[] }

/** The offer or work that a state has for the agent, so that random steps hit something. */
const carriedIn = (state: State, agent: string, phase: string): string =>
  state.agents.get(agent)?.carried.find((id) => state.interactions.get(id)?.phase === phase) ?? 'i00'

type Make = Step['make']
const often = (weight: number, arbitrary: fc.Arbitrary<Make>): fc.WeightedArbitrary<Make> => ({ weight, arbitrary })
export const openOfferOf = (state: State, interactionId: string): string | null => {
  const interaction = state.interactions.get(interactionId)
  return interaction === undefined ? null : (openOffer(interaction)?.id ?? null)
}

const offerIn = (state: State, id: string): string => openOfferOf(state, id) ?? 'none'

const emergency = fc
  .record({
    emergencyId: fc.constantFrom('e1', 'e2'),
    scope: fc.constantFrom('centre', 'queues', 'queues'),
    queueIds: fc.subarray(queues, { minLength: 1 }),
    evacuate: fc.boolean(),
    waiting: fc.constantFrom('held', 'served', 'sentOn', 'ended'),
    sendOnTo: fc.constantFrom('q2', 'q3'),
    talking: fc.constantFrom('goOn', 'handedBack', 'ended'),
  })
  .map((body): Make => (state) => {
    const known = state.emergencies.some(({ id }) => id === body.emergencyId)
    const rest = { siteId: null, reason: 'emergency', announcementId: null } as const
    return known ? [] : [command('beginEmergency', { ...body, ...rest })]
  })

const absence = fc
  .tuple(fc.uuid(), agentId, fc.integer({ min: 950, max: 1200 }), fc.integer({ min: 0, max: 60 }))
  .map(([absenceId, id, from, seconds]): Make => () => [
    command('enterAbsence', {
      absenceId,
      agentId: id,
      from: from * 1000,
      to: (from + seconds) * 1000,
      reason: 'other',
    }),
  ])

const make = fc.oneof(
  often(
    24,
    fc
      .tuple(
        interactionId,
        fc.constantFrom(...queues),
        fc.constantFrom(true, true, true, false),
        fc.constantFrom(true, false, false, false),
        fc.constantFrom(...channels, 'chat' as const),
        seldom(fc.array(bounds, { maxLength: 1 })),
        fc.option(fc.integer({ min: 1, max: 10 })),
      )
      .map(([id, queueId, there, leaveMessage, channel, requirements, priority]) => () => [
        command('beginInteraction', {
          interactionId: id,
          channel,
          requirements,
          priority,
          customerId: 'c',
          lineId: lines[channel],
          queueId,
          connection: there ? { id: 'k1', processId: 'web' } : null,
          contentId: leaveMessage ? `words of ${id}` : null,
          leaveMessage,
        }),
      ]),
  ),
  often(
    16,
    agentId.map((id) => () => [
      command('connectAgent', { agentId: id, connectionId: 'k1', processId: 'web' }),
      command('setPresence', { agentId: id, stateId: 'ready' }),
    ]),
  ),
  often(
    24,
    agentId.map((id) => (state: State) => {
      const interaction = carriedIn(state, id, 'offered')
      const offerId = offerIn(state, interaction)
      return [command('answerOffer', { agentId: id, interactionId: interaction, offerId })]
    }),
  ),
  often(
    4,
    agentId.map((id) => (state: State) => {
      const interaction = carriedIn(state, id, 'offered')
      const offerId = offerIn(state, interaction)
      return [command('declineOffer', { agentId: id, interactionId: interaction, offerId, reason: 'busy' })]
    }),
  ),
  often(
    12,
    agentId.map((id) => (state: State) => [
      command('endInteraction', { agentId: id, interactionId: carriedIn(state, id, 'connected') }),
    ]),
  ),
  often(
    8,
    agentId.map((id) => (state: State) => [
      command('finishWrapUp', { agentId: id, interactionId: carriedIn(state, id, 'wrapUp') }),
    ]),
  ),
  often(
    1,
    fc
      .tuple(agentId, fc.constantFrom('ready', 'textsOnly', 'break', 'offline', 'unattended', 'nonsense'))
      .map(([id, stateId]) => () => [command('setPresence', { agentId: id, stateId })]),
  ),
  often(
    1,
    fc
      .tuple(agentId, connection)
      .map(([id, connectionId]) => () => [command('connectAgent', { agentId: id, connectionId, processId: 'web' })]),
  ),
  often(
    1,
    fc
      .tuple(agentId, connection)
      .map(([id, connectionId]) => () => [command('disconnectAgent', { agentId: id, connectionId })]),
  ),
  often(
    1,
    fc
      .tuple(interactionId, connection)
      .map(([id, connectionId]) => () => [
        command('connectCustomer', { interactionId: id, connectionId, processId: 'web' }),
      ]),
  ),
  often(
    1,
    fc
      .tuple(interactionId, connection)
      .map(([id, connectionId]) => () => [command('disconnectCustomer', { interactionId: id, connectionId })]),
  ),
  often(
    1,
    interactionId.map((id) => () => [command('leaveInteraction', { interactionId: id })]),
  ),
  often(
    6,
    fc
      .tuple(agentId, interactionId)
      .map(([id, interaction]) => () => [command('takeInteraction', { agentId: id, interactionId: interaction })]),
  ),
  often(
    5,
    fc
      .tuple(agentId, interactionId)
      .map(([id, interaction]) => () => [command('assignInteraction', { agentId: id, interactionId: interaction })]),
  ),
  often(
    2,
    fc
      .tuple(interactionId, fc.constantFrom(...queues))
      .map(([id, queueId]) => () => [command('moveInteraction', { interactionId: id, queueId })]),
  ),
  often(
    14,
    fc
      .tuple(
        agentId,
        fc.oneof(
          agentId.map((id) => ({ agentId: id })),
          fc.constantFrom(...queues).map((queueId) => ({ queueId })),
        ),
      )
      .map(([id, to]) => (state: State) => [
        command('transferInteraction', {
          agentId: id,
          interactionId: carriedIn(state, id, 'connected'),
          to,
          noteContentId: null,
        }),
      ]),
  ),
  often(
    2,
    fc
      .tuple(agentId, fc.constantFrom('ready', 'textsOnly', 'break', 'offline', null))
      .map(([id, stateId]) => () => [command('planPresence', { agentId: id, stateId })]),
  ),
  often(
    1,
    fc
      .tuple(agentId, fc.subarray([...channels]))
      .map(([id, closedTo]) => () => [command('closeChannels', { agentId: id, closedTo })]),
  ),
  often(
    1,
    fc
      .tuple(fc.constantFrom('l1', 'l2'), agentId, fc.constantFrom(...queues), fc.integer({ min: 990, max: 1200 }))
      .map(([loanId, id, queueId, until]) => () => [
        command('lendAgent', { loanId, agentId: id, queueId, until: until * 1000 }),
      ]),
  ),
  often(
    1,
    fc
      .tuple(
        fc.constantFrom('g1', 'g2'),
        agentId,
        skillId,
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 990, max: 1200 }),
      )
      .map(([grantId, id, skill, level, until]) => () => [
        command('grantSkill', { grantId, agentId: id, skillId: skill, level, until: until * 1000 }),
      ]),
  ),
  often(
    1,
    fc
      .constantFrom('1', '2')
      .map((n) => () => [command('endLoan', { loanId: `l${n}` }), command('endGrant', { grantId: `g${n}` })]),
  ),
  often(
    10,
    fc.tuple(agentId, fc.boolean()).map(([id, customer]) => (state: State) => [
      command('sendMessage', {
        interactionId: carriedIn(state, id, 'connected'),
        agentId: customer ? null : id,
        contentId: 'words',
      }),
    ]),
  ),
  often(
    2,
    interactionId.map((id) => () => [command('sendMessage', { interactionId: id, agentId: null, contentId: 'words' })]),
  ),
  often(
    1,
    fc
      .tuple(agentId, fc.integer({ min: 1, max: 20 }))
      .map(([id, seconds]) => (state: State) => [
        command('extendWrapUp', { agentId: id, interactionId: carriedIn(state, id, 'wrapUp'), seconds }),
      ]),
  ),
  often(4, emergency),
  often(
    3,
    fc.constantFrom('e1', 'e2').map((emergencyId) => () => [command('endEmergency', { emergencyId })]),
  ),
  often(1, absence),
  often(
    1,
    fc.nat().map((n) => (state: State) => {
      const one = state.absences[n % Math.max(1, state.absences.length)]
      return one === undefined ? [] : [command('removeAbsence', { absenceId: one.id, agentId: one.agentId })]
    }),
  ),
  often(
    1,
    plan.map((options) => (_: State, version: number) => [
      command('publishPlan', { plan: testPlan({ ...options, version }) }),
    ]),
  ),
)

const pause = fc.oneof(
  { weight: 8, arbitrary: fc.constant(0) },
  { weight: 2, arbitrary: fc.integer({ min: 0, max: 4000 }) },
  { weight: 1, arbitrary: fc.constantFrom(5000, 15_000) },
)
export const step: fc.Arbitrary<Step> = fc.tuple(pause, make).map(([after, made]) => ({ after, make: made }))
