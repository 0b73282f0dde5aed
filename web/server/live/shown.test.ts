import fc from 'fast-check'
import type { CompiledPlan } from '@eudromos/core/plan'
import { run, State } from '@eudromos/core/routing'
import { command, plannedQueue, testPlan } from '@eudromos/core/testing'
import { agents, plan } from '../../../core/testing/made-plans.ts'
import { story } from '../../../core/testing/made-stories.ts'
import { changed, merged, type View, type ViewChange } from '../../view/view.ts'
import type { Stream } from '../edge/stream.ts'
import type { Change, Follower, Watcher } from '../runtime/follower.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { Touched } from '../runtime/touched.ts'
import { CentreViews } from './centre-views.ts'
import { beginLive, type Scope } from './live.ts'
import { Pieces } from './pieces.ts'
import { Delta, Piece, Shown } from './shown.ts'

jest.mock('server-only', () => ({}))

/** What a plan was compiled from, as far as it is looked at here; every other plan has a private team. */
function documentOf({ queues, version }: CompiledPlan): Follower['document'] {
  const teams = [
    { id: 't', name: 'T', parentId: null, leadId: null, observerIds: ['close'], private: version % 2 === 0 },
  ]
  const people = agents.map((id) => ({ id, roles: ['agent'], teamId: id === 'a1' ? null : 't' }))
  const named = queues.map(({ id, agentIds }) => plannedQueue(id, { name: `${id} ${version}`, agentIds }))
  const none = {
    presenceStates: [],
    declineReasons: [],
    dispositions: [],
    templates: [],
    hours: [],
    sites: [],
    skills: [],
  }
  return { ...none, centre: {}, lines: [], people, teams, queues: named } as unknown as Follower['document']
}

/** Follows what it is told to do. */
class TestFollower {
  readonly state = new State()
  document: Follower['document'] = null
  readonly people = new Map([...agents, 'close', 'far'].map((id) => [id, { id, name: id, roles: [], left: false }]))
  readonly customerNames = new Map<string, string>()
  readonly announcements = new Map<string, string>()
  readonly numbers = new Map<string, string>()
  readonly handovers = new Map<string, string>()
  readonly spoken = { of: () => [] }
  toldSeq = 0
  private readonly past: Change[] = []
  private readonly watchers = new Set<Watcher>()
  private readonly deciding = new State()

  watch(watcher: Watcher): () => void {
    this.watchers.add(watcher)
    return () => this.watchers.delete(watcher)
  }

  private renamedSeq = -1

  since(seq: number): Change[] | null {
    if (seq <= this.renamedSeq) return null
    const missed = this.past.filter((change) => change.seq > seq)
    return missed.some(({ everything }) => everything) ? null : missed
  }

  /** A customer is called otherwise from now on. */
  rename(customerId: string, name: string): void {
    this.customerNames.set(customerId, name)
    this.renamedSeq = this.toldSeq
    const theirs = [...this.state.interactions.values()].filter((one) => one.customerId === customerId)
    for (const watcher of this.watchers) watcher.refreshed?.(new Set(theirs.map(({ id }) => id)))
  }

  do(next: Parameters<typeof run>[1], at: number): void {
    const { events } = run(this.deciding, next, at)
    if (events.length === 0) return
    const touched = new Touched()
    for (const event of structuredClone(events)) {
      touched.fold(this.state, event)
      this.toldSeq += 1
      if (event.type === 'planTaken') this.document = documentOf(event.plan)
    }
    const change = { ...touched, seq: this.toldSeq, openLists: [...touched.queues], messages: [], events }
    this.past.push(change)
    for (const watcher of this.watchers) watcher.changed?.(change)
  }
}

/** What a browser makes of one stream, and the number that it comes back with. */
class Browser implements Stream {
  view: View | null = null
  lastSeq: number | null = null
  readonly closed = false
  end: () => void = () => undefined

  send(event: string, sent: unknown, id?: number): void {
    const data: unknown = JSON.parse(JSON.stringify(sent))
    if (id !== undefined) this.lastSeq = id
    if (event === 'snapshot') this.view = data as View
    else if (event === 'change' && this.view !== null) this.view = changed(this.view, [data as ViewChange])
    else if (event === 'queues' && this.view !== null)
      this.view = { ...this.view, queues: merged(this.view.queues, [data as ViewChange['queues']]) }
  }

  close(): void {
    throw new Error('a stream failed')
  }
}

const scopes: Scope[] = [
  { kind: 'live', viewerId: 'close' },
  { kind: 'live', viewerId: 'far' },
  { kind: 'seat', agentId: 'a1' },
  { kind: 'seat', agentId: 'a2' },
]

/** A web process of its own over the same follower: what it shows it has made now. */
function processOver(follower: TestFollower): Runtime {
  const place = { follower, clock: { now: () => follower.state.at } } as unknown as Runtime
  const pieces = new Pieces(follower as unknown as Follower)
  const log = {
    warn: (_: unknown, text: string) => {
      throw new Error(text)
    },
  }
  return { ...place, log, pieces, centreViews: new CentreViews({ ...place, pieces }) } as unknown as Runtime
}

const shownOf = (view: View | null): object => {
  const { seq: _seq, at: _at, ...rest } = view ?? {}
  return rest
}

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

test('what streams were told, change by change and after breaks, is what one that opens now is shown', async () => {
  await fc.assert(
    fc.asyncProperty(plan, story(40), fc.infiniteStream(fc.nat(11)), async (first, steps, choices) => {
      const follower = new TestFollower()
      let [at, version] = [1_000_000, 1]
      follower.do(command('publishPlan', { plan: testPlan({ ...first, version }) }), at)
      const process = processOver(follower)
      const browsers = await Promise.all(
        scopes.map(async (scope) => {
          const browser = new Browser()
          browser.end = await beginLive(process, scope, browser, null)
          return browser
        }),
      )
      for (const { after, make } of steps) {
        at += after
        version += 1
        for (const next of make(follower.state, version)) follower.do(next, at)
        const choice = choices.next().value
        if (choice > 4) continue
        if (choice === 4) follower.rename('c1', `c1 since ${version}`)
        const [back, scope] = [browsers[choice], scopes[choice]]
        if (back !== undefined && scope !== undefined) {
          back.end()
          if (version % 3 === 0) follower.rename('c1', `c1 while away in ${version}`)
          else
            follower.do(command('setPresence', { agentId: 'a3', stateId: version % 2 === 0 ? 'ready' : 'break' }), at)
          back.end = await beginLive(process, scope, back, back.lastSeq)
        }
        await jest.advanceTimersByTimeAsync(1500)
        const anew = processOver(follower)
        for (const [n, own] of scopes.entries()) {
          const fresh = new Browser()
          const end = await beginLive(anew, own, fresh, null)
          expect({ scope: own, ...shownOf(browsers[n]?.view ?? null) }).toEqual({ scope: own, ...shownOf(fresh.view) })
          end()
        }
        anew.pieces.end()
      }
      for (const { end } of browsers) end()
      expect(jest.getTimerCount()).toBe(0)
    }),
    // Making such a story smaller takes minutes.
    { numRuns: 40, endOnFailure: true },
  )
})

test('of what was told before only the fields that are others are told, and to whom nothing was told all of it', () => {
  const [before, after] = [
    new Piece({ id: 'ana', state: 'ready', slots: 2 }),
    new Piece({ id: 'ana', state: 'break', slots: 2 }),
  ]
  const told = (shown: Shown, piece: Piece | null): string => {
    const delta = new Delta()
    shown.note('people', 'ana', piece, delta)
    return delta.text({})
  }
  const shown = new Shown()
  expect(JSON.parse(told(shown, before))).toMatchObject({ people: { ana: { id: 'ana', state: 'ready', slots: 2 } } })
  expect(JSON.parse(told(shown, after))).toEqual({ people: { ana: { state: 'break' } }, queues: {}, interactions: {} })
  expect(JSON.parse(told(shown, new Piece({ id: 'ana', state: 'break', slots: 2 }))).people).toEqual({})
  expect([told(shown, null), told(shown, null)].map((text) => (JSON.parse(text) as ViewChange).people)).toEqual([
    { ana: null },
    {},
  ])
})

test('what is another depends on what was told before', () => {
  const [first, second, third] = [1, 2, 3].map(
    (n) => new Piece({ id: 'ana', slots: n, state: n === 1 ? 'ready' : 'break' }),
  )
  if (first === undefined || second === undefined || third === undefined) throw new Error('three were made')
  const since = (before: Piece): unknown => JSON.parse(third.since(before) ?? 'null')
  expect([since(second), since(first), since(second), since(third)]).toEqual([
    { slots: 3 },
    { slots: 3, state: 'break' },
    { slots: 3 },
    null,
  ])
})
