import fc from 'fast-check'
import { command, testPlan } from '../testing/index.ts'
import {
  nextDeadline,
  placesIn,
  run,
  snapshotOf,
  State,
  stateFrom,
  type Command,
  type Event,
  type Interaction,
} from './index.ts'
import { goesBefore } from './match/match.ts'
import { evolve } from './evolve.ts'
import { plan } from '../testing/made-plans.ts'
import { openOfferOf, story as stepsOf, type Step } from '../testing/made-stories.ts'
import { NaiveModel } from '../testing/naive/model.ts'

interface Told {
  readonly state: State
  readonly journal: Event[]
  readonly naive: NaiveModel
}

function tell(first: Parameters<typeof testPlan>[0], steps: readonly Step[], check: (told: Told) => void): void {
  const told: Told = { state: new State(), journal: [], naive: new NaiveModel() }
  let at = 1_000_000
  let version = 1
  const give = (next: Command): void => {
    told.journal.push(...run(told.state, next, at).events)
    told.naive.take(next, at)
    check(told)
  }
  give(command('publishPlan', { plan: testPlan({ ...first, version }) }))
  for (const { after, make } of steps) {
    at += after
    version += 1
    for (const next of make(told.state, version)) give(next)
  }
}

const story = [plan, stepsOf(60)] as const
const runs = { numRuns: 300 }

test('offers are those of a router that searches everything every time', () => {
  fc.assert(
    fc.property(...story, (first, steps) => {
      tell(first, steps, ({ journal, naive, state }) => {
        const offers = journal.flatMap((e) =>
          e.type === 'offerMade' ? [`${e.at} ${e.interactionId}>${e.agentId}`] : [],
        )
        expect(offers).toEqual(naive.offers)
        const phases = [...state.interactions.values()].map((i) => `${i.id} ${i.phase}`).sort()
        expect(phases).toEqual(naive.interactions.map((i) => `${i.id} ${i.phase}`).sort())
      })
    }),
    runs,
  )
})

test('no offer exceeds the slots, and what could be offered is', () => {
  fc.assert(
    fc.property(...story, (first, steps) => {
      let offersSeen = 0
      tell(first, steps, ({ journal, naive, state }) => {
        // What was offered before a plan that lowers the limits may exceed the new ones, or before the agent called somebody.
        const since = Math.max(
          offersSeen,
          journal.findLastIndex((e) => e.type === 'planTaken' || (e.type === 'reachedOut' && e.forced)),
        )
        for (const e of journal.slice(since)) {
          if (e.type !== 'offerMade' || openOfferOf(state, e.interactionId) !== e.offerId) continue
          expect(state.slotsTaken(state.agent(e.agentId))).toBeLessThanOrEqual(state.limitsOf(e.agentId)?.slots ?? 0)
        }
        offersSeen = journal.length
        for (const i of naive.interactions)
          if (i.phase === 'waiting' && naive.isOfferedByItself(i)) expect(naive.eligible(i, state.at)).toEqual([])
      })
    }),
    runs,
  )
})

test('the place of one who waits is one more than how many go before them', () => {
  fc.assert(
    fc.property(...story, (first, steps) => {
      tell(first, steps, ({ state }) => {
        for (const queueId of state.queues.keys()) {
          const { visitors, awaiting } = state.index.queue(queueId)
          const all = [...new Set([...visitors, ...awaiting])].map((id) => state.interaction(id))
          const before = (one: Interaction) => all.filter((other) => goesBefore(state, other, one)).length
          expect(Object.fromEntries(placesIn(state, queueId))).toEqual(
            Object.fromEntries(all.map((one) => [one.id, before(one) + 1])),
          )
        }
      })
    }),
    { numRuns: 100 },
  )
})

test('times never run backwards, no deadline is left behind, and the counts add up', () => {
  fc.assert(
    fc.property(...story, (first, steps) => {
      tell(first, steps, ({ journal, state }) => {
        const times = journal.map(({ at }) => at)
        expect(times).toEqual([...times].sort((a, b) => a - b))
        expect(nextDeadline(state) ?? Infinity).toBeGreaterThan(state.at)
        for (const { id, figures } of state.queues.values()) {
          const counted = (one: string): boolean => state.interaction(one).visits.at(-1)?.counts === true
          const occupants = [...state.index.queue(id).visitors].filter(counted).length
          const { answered, abandoned, passedOn, rejected, callbacks, messagesLeft } = figures
          const ended = answered + abandoned + passedOn + rejected + callbacks + messagesLeft
          expect(figures.entered).toBe(ended + occupants)
        }
      })
    }),
    runs,
  )
})

test('all that began for a while can be ended, whatever ids were given', () => {
  let ended = 0
  fc.assert(
    fc.property(...story, (first, steps) => {
      let final: Told | null = null
      tell(first, steps, (told) => (final = told))
      const { state } = final as unknown as Told
      const end = (next: Command): void => {
        expect(run(state, next, state.at)).toMatchObject({ refusal: null })
        ended += 1
      }
      const lasting = <T extends { readonly until: number }>(all: readonly T[]): T[] =>
        all.filter(({ until }) => until > state.at)
      for (const { id } of state.emergencies.filter(({ to }) => to === null))
        end(command('endEmergency', { emergencyId: id }))
      for (const { id } of lasting(state.stopgaps)) end(command('endStopgap', { stopgapId: id }))
      for (const { id } of lasting(state.loans)) end(command('endLoan', { loanId: id }))
      for (const { id } of lasting(state.grants)) end(command('endGrant', { grantId: id }))
      for (const { id } of lasting(state.blocks)) end(command('endBlock', { blockId: id }))
      for (const { id, agentId } of [...state.absences]) end(command('removeAbsence', { absenceId: id, agentId }))
      expect(state.emergencies.filter(({ to }) => to === null)).toEqual([])
      expect([...lasting(state.stopgaps), ...lasting(state.loans), ...lasting(state.grants)]).toEqual([])
      expect([...lasting(state.blocks), ...state.absences]).toEqual([])
    }),
    runs,
  )
  expect(ended).toBeGreaterThan(10)
})

test('replaying the journal gives the same state, byte for byte, from any snapshot on', () => {
  fc.assert(
    fc.property(...story, fc.nat(), (first, steps, cut) => {
      let final: Told | null = null
      tell(first, steps, (told) => (final = told))
      const { journal, state } = final as unknown as Told
      const bytes = JSON.stringify(snapshotOf(state))
      const written = journal.map((e) => JSON.parse(JSON.stringify(e)) as Event)
      const at = cut % (written.length + 1)
      const early = written.slice(0, at).reduce(evolve, new State())
      const resumed = stateFrom(JSON.parse(JSON.stringify(snapshotOf(early))))
      expect(JSON.stringify(snapshotOf(written.slice(at).reduce(evolve, resumed)))).toBe(bytes)
    }),
    runs,
  )
})
