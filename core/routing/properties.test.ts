import fc from 'fast-check'
import { command, testPlan } from '../testing/index.ts'
import {
  nextDeadline,
  placesIn,
  ringingAfter,
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
import { leftUndone, mayCome } from '../testing/laws.ts'
import { NaiveMatch } from '../testing/naive-match.ts'

interface Told {
  readonly state: State
  readonly journal: Event[]
}

function tell(first: Parameters<typeof testPlan>[0], steps: readonly Step[], check: (told: Told) => void): void {
  const told: Told = { state: new State(), journal: [] }
  let at = 1_000_000
  let version = 1
  const give = (next: Command): void => {
    told.journal.push(...run(told.state, next, at).events)
    check(told)
  }
  give(command('publishPlan', { plan: testPlan({ ...first, version }) }))
  for (const { after, make } of steps) {
    at += after
    version += 1
    for (const next of make(told.state, version)) give(next)
  }
}

/** What the events say of whose telephones ring. */
class Ringing {
  readonly now = new Map<string, number>()
  private read = 0

  after(journal: readonly Event[]): this {
    for (const event of journal.slice(this.read)) {
      const rings = ringingAfter(event)
      if (rings === null) continue
      if (rings.number === null) this.now.delete(rings.interactionId)
      else this.now.set(rings.interactionId, rings.number)
    }
    this.read = journal.length
    return this
  }
}

const story = [plan, stepsOf(60)] as const
const runs = { numRuns: 300 }

test('each offer is what a search through everything finds in the state just before it, and after each command it finds none', () => {
  let offers = 0
  fc.assert(
    fc.property(...story, (first, steps) => {
      const before = new State()
      let read = 0
      const nextIn = (state: State, at: number): string | null =>
        state.plan === null ? null : new NaiveMatch(state, state.plan, at).next()
      tell(first, steps, ({ journal, state }) => {
        for (const made of journal.slice(read)) {
          if (made.type === 'offerMade' && made.cause === 'match')
            expect(nextIn(before, made.at)).toBe(`${made.interactionId}>${made.agentId}`)
          evolve(before, made)
        }
        offers += journal.slice(read).filter(({ type }) => type === 'offerMade').length
        read = journal.length
        expect(nextIn(state, state.at)).toBeNull()
      })
    }),
    { numRuns: 100 },
  )
  // Otherwise this would show nothing.
  expect(offers).toBeGreaterThan(100)
})

test('every event comes when it may, and nothing that is due is left undone', () => {
  fc.assert(
    fc.property(...story, (first, steps) => {
      const before = new State()
      let read = 0
      tell(first, steps, ({ journal, state }) => {
        for (const next of journal.slice(read)) {
          if (!mayCome(next, before)) throw new Error(`it may not come: ${JSON.stringify(next)}`)
          evolve(before, next)
        }
        read = journal.length
        expect(leftUndone(state)).toEqual([])
      })
    }),
    { numRuns: 100 },
  )
})

test('whose telephones ring can be told from the events alone', () => {
  let rung = 0
  fc.assert(
    fc.property(...story, (first, steps) => {
      const ringing = new Ringing()
      tell(first, steps, ({ journal, state }) => {
        const dials = [...state.interactions.values()].flatMap(({ id, dial }) =>
          dial === null ? [] : [`${id} ${dial.number}`],
        )
        rung += dials.length
        const told = [...ringing.after(journal).now].map(([id, number]) => `${id} ${number}`)
        expect(told.sort()).toEqual(dials.sort())
      })
    }),
    runs,
  )
  // Otherwise this would show nothing.
  expect(rung).toBeGreaterThan(20)
})

test('no offer exceeds the slots', () => {
  fc.assert(
    fc.property(...story, (first, steps) => {
      let offersSeen = 0
      tell(first, steps, ({ journal, state }) => {
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
      let [last, read] = [0, 0]
      tell(first, steps, ({ journal, state }) => {
        for (const { at } of journal.slice(read)) {
          expect(at).toBeGreaterThanOrEqual(last)
          last = at
        }
        read = journal.length
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
