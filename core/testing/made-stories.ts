// Random commands to a centre that runs a random plan, for the property tests.
import fc from 'fast-check'
import { channels } from '../plan/index.ts'
import { command, testPlan } from './index.ts'
import { agents, bounds, lines, plan, queues, seldom, skillId } from './made-plans.ts'
import { openOffer, type State } from '../routing/index.ts'
import { endOfBlock, someBlock, someMerging, someSplitting } from './made-customers.ts'
import { callback, someAway, someDial, someJoin, someReachOut, someText } from './made-outward.ts'
import { agentId, consultation, interactionId, someConsult, someReply, type Make, type Step } from './made-calls.ts'

const connection = fc.constantFrom('k1', 'k2')

export type { Step } from './made-calls.ts'

/** Whom a step is about: mostly one for whom it means something, now and then anybody at all. */
interface Pick {
  readonly n: number
  readonly agentId: string
  readonly anybody: boolean
}
const pick: fc.Arbitrary<Pick> = fc.record({
  n: fc.nat(11),
  agentId,
  anybody: fc.constantFrom(true, ...Array.from({ length: 9 }, () => false)),
})

/** Somebody with something in that phase, and that. */
function having(
  state: State,
  { n, agentId, anybody }: Pick,
  phase: string,
): { agentId: string; interactionId: string } {
  const all = [...state.agents.values()].flatMap(({ id, carried }) =>
    carried
      .filter((one) => state.interactions.get(one)?.phase === phase)
      .map((interactionId) => ({ agentId: id, interactionId })),
  )
  const one = all[n % Math.max(1, all.length)]
  if (one === undefined) return { agentId, interactionId: 'i00' }
  return anybody ? { ...one, agentId } : one
}

/** Something in that phase that nobody need have. */
const inPhase = (state: State, n: number, ...phases: string[]): string => {
  const all = [...state.interactions.values()].filter(({ phase }) => phases.includes(phase))
  return all[n % Math.max(1, all.length)]?.id ?? 'i00'
}

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
    waiting: fc.constantFrom('kept', 'served', 'overflowed', 'ended'),
    overflowTo: fc.constantFrom('q2', 'q3'),
    talking: fc.constantFrom('goOn', 'requeued', 'ended'),
  })
  .map((body): Make => () => {
    const rest = { siteId: null, reason: 'emergency', announcementId: null } as const
    return [command('beginEmergency', { ...body, ...rest })]
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
        fc.constantFrom(true, true, true, true, true, false),
        fc.constantFrom(true, false, false, false),
        fc.constantFrom(...channels, 'chat' as const),
        seldom(fc.array(bounds, { maxLength: 1 })),
        fc.option(fc.integer({ min: 1, max: 10 })),
        fc.constantFrom('c1', 'c2', 'c3'),
        fc.constantFrom(undefined, undefined, 2, 3),
      )
      .map(([id, queueId, there, leaveMessage, channel, requirements, priority, customerId, patience]) => () => [
        command('beginInteraction', {
          interactionId: id,
          channel,
          requirements,
          priority,
          patience,
          customerId,
          lineId: lines[channel],
          queueId,
          addressId: channel === 'voice' ? 'n1' : null,
          connection: there ? { id: 'k1', processId: 'web' } : null,
          contentId: leaveMessage ? `words of ${id}` : null,
          leaveMessage,
        }),
      ]),
  ),
  often(8, someText),
  often(
    2,
    fc
      .tuple(pick, fc.constantFrom('connected', 'offered'), fc.constantFrom('c1', 'c2', 'c3'))
      .map(([who, phase, customerId]) => (state: State) => [
        command('identifyCustomer', { ...having(state, who, phase), customerId }),
      ]),
  ),
  often(
    2,
    fc
      .tuple(pick, fc.boolean())
      .map(([who, held]) => (state: State) => [command('holdCall', { ...having(state, who, 'connected'), held })]),
  ),
  often(6, someConsult),
  often(8, someAway),
  often(10, someDial),
  often(4, someReachOut),
  often(10, someReply),
  often(
    1,
    fc
      .tuple(fc.nat(11), fc.integer({ min: 1, max: 4 }), fc.constantFrom('sent', 'failed', 'delivered'))
      .map(([n, number, textState]) => (state: State) => [
        command('reportText', { interactionId: inPhase(state, n, 'connected'), number, state: textState }),
      ]),
  ),
  often(
    16,
    fc
      .subarray(agents, { minLength: 1 })
      .map(
        (some) => () =>
          some.flatMap((id) => [
            command('connectAgent', { agentId: id, connectionId: 'k1', processId: 'web' }),
            command('setPresence', { agentId: id, stateId: 'ready' }),
          ]),
      ),
  ),
  often(
    24,
    pick.map((who) => (state: State) => {
      const one = having(state, who, 'offered')
      return [command('answerOffer', { ...one, offerId: offerIn(state, one.interactionId) })]
    }),
  ),
  often(
    4,
    pick.map((who) => (state: State) => {
      const one = having(state, who, 'offered')
      return [command('declineOffer', { ...one, offerId: offerIn(state, one.interactionId), reason: 'busy' })]
    }),
  ),
  often(
    12,
    pick.map((who) => (state: State) => [command('endInteraction', having(state, who, 'connected'))]),
  ),
  often(
    8,
    pick.map((who) => (state: State) => [command('finishWrapUp', having(state, who, 'wrapUp'))]),
  ),
  often(
    3,
    fc
      .tuple(pick, fc.boolean())
      .map(([who, block]) => (state: State) => [
        command('warnCustomer', { ...having(state, who, 'connected'), contentId: null }),
        command('endForAbuse', { ...having(state, who, 'connected'), reason: 'insults', block }),
      ]),
  ),
  often(1, someBlock),
  often(1, endOfBlock),
  often(2, someMerging),
  often(2, someSplitting),
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
    pick.map(({ n, agentId: id }) => (state: State) => [
      command('takeInteraction', { agentId: id, interactionId: inPhase(state, n, 'waiting') }),
    ]),
  ),
  often(4, someJoin),
  often(
    5,
    pick.map(({ n, agentId: id }) => (state: State) => [
      command('assignInteraction', { agentId: id, interactionId: inPhase(state, n, 'waiting', 'offered') }),
    ]),
  ),
  often(
    2,
    fc
      .tuple(fc.nat(11), fc.constantFrom(...queues))
      .map(([n, queueId]) => (state: State) => [
        command('moveInteraction', { interactionId: inPhase(state, n, 'waiting', 'offered'), queueId }),
      ]),
  ),
  often(
    14,
    fc
      .tuple(
        pick,
        fc.oneof(
          agentId.map((id) => ({ agentId: id })),
          fc.constantFrom(...queues).map((queueId) => ({ queueId })),
        ),
      )
      .map(([who, to]) => (state: State) => [
        command('transferInteraction', { ...having(state, who, 'connected'), to, noteContentId: null }),
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
    fc.tuple(pick, fc.constantFrom(false, false, true)).map(([who, customer]) => (state: State) => {
      const { agentId: id, interactionId } = having(state, who, 'connected')
      return [command('sendMessage', { interactionId, agentId: customer ? null : id, contentId: 'words' })]
    }),
  ),
  often(
    2,
    fc
      .nat(11)
      .map((n) => (state: State) => [
        command('sendMessage', { interactionId: inPhase(state, n, 'resting'), agentId: null, contentId: 'words' }),
      ]),
  ),
  often(
    1,
    fc
      .tuple(pick, fc.integer({ min: 1, max: 20 }))
      .map(([who, seconds]) => (state: State) => [
        command('extendWrapUp', { ...having(state, who, 'wrapUp'), seconds }),
      ]),
  ),
  often(2, emergency),
  often(
    3,
    fc.nat(1).map((n) => (state: State) => {
      const open = state.emergencies.filter(({ to }) => to === null)
      return open
        .slice(n % Math.max(1, open.length))
        .slice(0, 1)
        .map(({ id }) => command('endEmergency', { emergencyId: id }))
    }),
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
const step: fc.Arbitrary<Step> = fc.tuple(pause, make).map(([after, made]) => ({ after, make: made }))

/** Somebody answers and writes, the customer says nothing until the conversation rests, and then does. */
const silence = fc.tuple(pick, fc.constantFrom(8000, 15_000)).map(([who, after]): Step[] => {
  const answer: Make = (state) => {
    const one = having(state, who, 'offered')
    return [command('answerOffer', { ...one, offerId: offerIn(state, one.interactionId) })]
  }
  const write: Make = (state) => [command('sendMessage', { ...having(state, who, 'connected'), contentId: 'words' })]
  const wait: Make = () => [command('connectAgent', { agentId: who.agentId, connectionId: 'k1', processId: 'web' })]
  const wake: Make = (state) => [
    command('sendMessage', { interactionId: inPhase(state, who.n, 'resting'), agentId: null, contentId: 'words' }),
  ]
  return [
    { after: 0, make: answer },
    { after: 0, make: write },
    { after, make: wait },
    { after, make: wake },
  ]
})

/** What happens, one step after the other; of so many pieces at most. */
export const story = (maxLength: number): fc.Arbitrary<Step[]> =>
  fc
    .array(
      fc.oneof(
        { weight: 24, arbitrary: step.map((one) => [one]) },
        { weight: 1, arbitrary: silence },
        { weight: 1, arbitrary: consultation },
        { weight: 2, arbitrary: callback },
      ),
      {
        maxLength,
        size: 'max',
      },
    )
    .map((pieces) => pieces.flat())
