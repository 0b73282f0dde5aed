// Random callbacks, messages, texts and calls that go out, for the property tests.
import fc from 'fast-check'
import type { Interaction, State } from '../routing/index.ts'
import { command } from './index.ts'
import { agentId, interactionId, type Make, type Step } from './made-calls.ts'
import { agents, lines, queues } from './made-plans.ts'

/** In the minutes of the story: mostly at any time, else with times between in which nobody is called. */
const callable = fc.oneof(
  { weight: 3, arbitrary: fc.constant([0, 9_000_000]) },
  {
    weight: 2,
    arbitrary: fc
      .uniqueArray(fc.integer({ min: 995, max: 1100 }), { minLength: 2, maxLength: 6 })
      .map((all) => all.sort((a, b) => a - b).slice(0, all.length - (all.length % 2)))
      .map((all) => all.map((second) => second * 1000)),
  },
)

const notReached = { contentId: 'sorry', textLineId: lines.sms }

const some = (state: State, n: number, fits: (one: Interaction) => boolean): Interaction | undefined => {
  const all = [...state.interactions.values()].filter(fits)
  return all[n % Math.max(1, all.length)]
}
const isWaitingCall = ({ channel, phase }: Interaction): boolean =>
  channel === 'voice' && (phase === 'waiting' || phase === 'offered')
const ownerOf = ({ participations }: Interaction): string =>
  participations.find(({ to }) => to === null)?.personId ?? 'a1'

/** A caller does not stay on the line, or takes that back. */
export const someAway: fc.Arbitrary<Make> = fc
  .tuple(fc.nat(11), callable, fc.constantFrom('callback', 'callback', 'callback', 'message', 'cancel'))
  .map(([n, times, what]) => (state) => {
    const one = some(state, n, isWaitingCall)
    if (one === undefined) return []
    const interactionId = one.id
    if (what === 'cancel') return [command('cancelCallback', { interactionId })]
    if (what === 'message') return [command('leaveMessage', { interactionId, contentId: 'words' })]
    return [
      command('askCallback', { interactionId, callable: times, notReached }),
      command('leaveInteraction', { interactionId }),
      command('disconnectCustomer', { interactionId, connectionId: 'k1' }),
    ]
  })

/** What becomes of a call that goes out; now and then of none. */
export const someDial: fc.Arbitrary<Make> = fc
  .tuple(
    fc.nat(11),
    fc.constantFrom('busy', 'refused', 'unreachable', 'answered', 'answered', 'stopped', 'dialled', 'ringsIn'),
    fc.constantFrom(null, null, null, ...agents),
  )
  .map(([n, what, anybody]) => (state) => {
    const ringing = some(state, n, ({ dial }) => dial !== null)
    const toCall = some(state, n, (one) => one.toCall && one.phase === 'connected')
    const one = what === 'dialled' ? toCall : what === 'ringsIn' ? some(state, n, isWaitingCall) : ringing
    if (one === undefined) return []
    const interactionId = one.id
    const agentId = anybody ?? ownerOf(one)
    if (what === 'answered' || what === 'ringsIn')
      return [command('connectCustomer', { interactionId, connectionId: 'k1', processId: 'web' })]
    if (what === 'dialled') return [command('dialCustomer', { interactionId, agentId })]
    if (what === 'stopped') return [command('stopDialling', { interactionId, agentId })]
    return [command('reportDial', { interactionId, number: one.dials, end: what as 'busy' })]
  })

/** An agent calls or writes to somebody. */
export const someReachOut: fc.Arbitrary<Make> = fc
  .tuple(
    interactionId,
    agentId,
    fc.constantFrom(...queues),
    fc.constantFrom('voice', 'voice', 'sms', 'email'),
    fc.constantFrom('n1', 'n2'),
  )
  .map(([id, agent, queueId, channel, addressId]) => () => [
    command('reachOut', {
      interactionId: id,
      agentId: agent,
      channel: channel as 'voice',
      customerId: `c of ${addressId}`,
      addressId,
      lineId: lines[channel as 'voice'],
      queueId,
      contentId: channel === 'voice' ? null : 'words',
    }),
  ])

/** A caller asks to be called back, hangs up, is called, and does not answer, or does. */
export const callback: fc.Arbitrary<Step[]> = fc
  .tuple(interactionId, fc.constantFrom(...queues), callable, fc.constantFrom(0, 4000, 13_000), someDial)
  .map(([id, queueId, times, after, dial]): Step[] => {
    const come: Make = () => [
      command('beginInteraction', {
        interactionId: id,
        channel: 'voice',
        customerId: 'c1',
        addressId: 'n1',
        lineId: lines.voice,
        queueId,
        connection: { id: 'k1', processId: 'web' },
        contentId: null,
      }),
      command('askCallback', { interactionId: id, callable: times, notReached }),
      command('disconnectCustomer', { interactionId: id, connectionId: 'k1' }),
    ]
    const ready: Make = () =>
      agents.flatMap((agent) => [
        command('connectAgent', { agentId: agent, connectionId: 'k1', processId: 'web' }),
        command('setPresence', { agentId: agent, stateId: 'ready' }),
      ])
    const answer: Make = (state) =>
      [...state.interactions.values()].flatMap((one) => {
        const offer = one.visits.at(-1)?.offers.at(-1)
        if (one.phase !== 'offered' || offer === undefined) return []
        return [command('answerOffer', { agentId: offer.agentId, offerId: offer.id, interactionId: one.id })]
      })
    return [come, ready, answer, dial].map((make, n) => ({ after: n === 3 ? after : 0, make }))
  })

/** A text or an email comes in from one of three addresses. */
export const someText: fc.Arbitrary<Make> = fc
  .tuple(
    interactionId,
    fc.constantFrom('n1', 'n2', 'n3'),
    fc.constantFrom(undefined, 2),
    fc.constantFrom(lines.sms, lines.sms, lines.email),
  )
  .map(([id, addressId, patience, lineId]) => () => [
    command('receiveText', {
      patience,
      interactionId: id,
      customerId: `c of ${addressId}`,
      addressId,
      lineId,
      contentId: `words of ${id}`,
    }),
  ])

/** Somebody who talks to a customer, or anybody, would have what waits of the same one. */
export const someJoin: fc.Arbitrary<Make> = fc.tuple(fc.nat(11), agentId).map(([n, anybody]) => (state) => {
  const waiting = some(state, n, ({ phase }) => phase === 'waiting')
  if (waiting === undefined) return []
  const other = some(state, n, (one) => one.phase === 'connected' && one.customerId === waiting.customerId)
  return [
    command('joinWaiting', {
      agentId: other === undefined ? anybody : ownerOf(other),
      interactionId: waiting.id,
    }),
  ]
})
