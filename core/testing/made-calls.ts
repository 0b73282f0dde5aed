// Random calls of more than two, for the property tests.
import fc from 'fast-check'
import { openOffer, type Command, type Interaction, type State } from '../routing/index.ts'
import { command } from './index.ts'
import { agents, lines, queues } from './made-plans.ts'

export type Step = { after: number; make: (state: State, version: number) => Command[] }
export type Make = Step['make']

const ids = Array.from({ length: 12 }, (_, n) => `i${String(n).padStart(2, '0')}`)
export const agentId = fc.constantFrom(...agents)
export const interactionId = fc.constantFrom(...ids)

const someCall = (state: State, phase: string, n: number): Interaction | undefined => {
  const calls = [...state.interactions.values()].filter((one) => one.channel === 'voice' && one.phase === phase)
  return calls[n % Math.max(1, calls.length)]
}
const agentOf = ({ participations }: Interaction): string =>
  participations.find(({ to }) => to === null)?.personId ?? ''
const withGuests = (state: State): Interaction[] =>
  [...state.interactions.values()].filter(({ guests }) => guests.length > 0)

/** A colleague is asked, mostly by whoever has the call. */
export const someConsult: fc.Arbitrary<Make> = fc
  .tuple(fc.nat(11), agentId, fc.constantFrom(null, null, ...agents))
  .map(([n, colleagueId, anybody]) => (state) => {
    const call = someCall(state, 'connected', n)
    if (call === undefined) return []
    return [command('consult', { agentId: anybody ?? agentOf(call), interactionId: call.id, colleagueId })]
  })

/** What becomes of one who was asked. */
export const someReply: fc.Arbitrary<Make> = fc
  .tuple(
    fc.nat(11),
    fc.constantFrom(
      'answerConsult' as const,
      'answerConsult' as const,
      'declineConsult' as const,
      'joinGuest' as const,
      'dismissGuest' as const,
      'handOver' as const,
      'leaveCall' as const,
    ),
    fc.constantFrom(null, null, null, ...agents),
  )
  .map(([n, type, anybody]) => (state) => {
    const all = withGuests(state)
    const one = all[n % Math.max(1, all.length)]
    if (one === undefined) return []
    const personId = anybody ?? one.guests[0]?.personId ?? ''
    if (type === 'answerConsult' || type === 'declineConsult')
      return [command(type, { agentId: personId, interactionId: one.id })]
    if (type === 'leaveCall') return [command(type, { interactionId: one.id, personId })]
    return [command(type, { agentId: agentOf(one), interactionId: one.id, personId })]
  })

/** A call comes in, is answered, and its agent asks whoever could take one more, who comes, and perhaps is joined. */
export const consultation: fc.Arbitrary<Step[]> = fc
  .tuple(fc.nat(11), interactionId, fc.constantFrom(...queues), fc.nat(5))
  .map(([n, id, queueId, end]) => {
    const come: Make = () => [
      ...agents.flatMap((agent) => [
        command('connectAgent', { agentId: agent, connectionId: 'k1', processId: 'web' }),
        command('setPresence', { agentId: agent, stateId: 'ready' }),
      ]),
      command('beginInteraction', {
        interactionId: id,
        channel: 'voice',
        customerId: 'c1',
        lineId: lines.voice,
        queueId,
        connection: { id: 'k1', processId: 'web' },
        contentId: null,
      }),
    ]
    const answer: Make = (state) => {
      const call = someCall(state, 'offered', n)
      const offer = call === undefined ? null : openOffer(call)
      if (call === undefined || offer === null) return []
      return [command('answerOffer', { agentId: offer.agentId, offerId: offer.id, interactionId: call.id })]
    }
    const consult: Make = (state) => {
      const call = someCall(state, 'connected', n)
      if (call === undefined) return []
      return agents.map((colleagueId) =>
        command('consult', { agentId: agentOf(call), interactionId: call.id, colleagueId }),
      )
    }
    const reply: Make = (state) =>
      withGuests(state).flatMap(({ id: asked, guests }) =>
        guests.map(({ personId }) => command('answerConsult', { agentId: personId, interactionId: asked })),
      )
    const join: Make = (state) =>
      withGuests(state).flatMap((one) =>
        one.guests.map(({ personId }) =>
          command(end === 0 ? 'handOver' : 'joinGuest', { agentId: agentOf(one), interactionId: one.id, personId }),
        ),
      )
    const part: Make = (state) =>
      withGuests(state).map((one) => command('disconnectAgent', { agentId: agentOf(one), connectionId: 'k1' }))
    const makes = [come, answer, consult, reply, ...(end < 3 ? [join] : []), ...(end === 1 ? [part] : [])]
    return makes.map((one) => ({ after: 0, make: one }))
  })
