import { randomUUID } from 'node:crypto'
import { pino } from 'pino'
import type pg from 'pg'
import { recordAfter, type InteractionRecord } from '@eudromos/core/records'
import { TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { evolve, snapshotOf, State, type Command, type CommandBodies, type CommandType } from '@eudromos/core/routing'
import {
  commitBatch,
  connect,
  connectAlone,
  insertCommands,
  readAnswers,
  beginning,
  readJournal,
  readSnapshot,
  removeWebProcess,
  renewWebProcess,
  takeLead,
  type Answer,
  type Database,
  type Submission,
} from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../database/testing/index.ts'
import { Router } from './router.ts'

const log = pino({ level: 'silent' })
let place: TestDatabase
let web: Database
let routers: Router[] = []

beforeEach(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
})

afterEach(async () => {
  await Promise.all(routers.map((router) => router.stop()))
  routers = []
  await web.$client.end()
  await place.drop()
})

function startRouter(name: string): Router {
  const router = new Router({ url: place.routerUrl, name, log })
  routers.push(router)
  router.start()
  return router
}

const make = <T extends CommandType>(type: T, body: CommandBodies[T], id: string = randomUUID()): Command =>
  ({
    id,
    type,
    v: 1,
    actor: { kind: 'system', id: 'test' },
    onBehalfOf: null,
    reason: null,
    correlation: null,
    body,
  }) as unknown as Command

async function until<T>(look: () => Promise<T | null | undefined | false>): Promise<T> {
  for (const end = Date.now() + 20_000; Date.now() < end;) {
    const found = await look()
    if (found !== null && found !== undefined && found !== false) return found
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
  throw new Error('waited 20 s in vain')
}

async function submit(...commands: Command[]): Promise<number[]> {
  const accepted = await insertCommands(
    web.$client,
    commands.map((command) => ({ command })),
  )
  return accepted.map((one) => ('inboxId' in one ? one.inboxId : -1))
}

async function answersTo(ids: readonly number[]): Promise<Answer[]> {
  const answers = await until(async () => {
    const found = await readAnswers(web.$client, ids)
    return ids.every((id) => found.has(id)) && found
  })
  return ids.map((id) => answers.get(id) as Answer)
}

const ask = async (...commands: Command[]): Promise<Answer[]> => answersTo(await submit(...commands))

/** Nobody who is here gives up while a slow machine decides. */
const plan = testPlan({ centre: { customerGraceSeconds: 3600 } })

const arrival = (interactionId: string, connection: CommandBodies['beginInteraction']['connection'] = null): Command =>
  make('beginInteraction', {
    interactionId,
    channel: 'chat',
    customerId: 'c1',
    lineId: 'site',
    queueId: 'sailings',
    connection,
    contentId: null,
  })

async function replayed(): Promise<State> {
  return (await readJournal(web.$client, beginning, 100_000)).reduce(
    (state, { event }) => evolve(state, event),
    new State(),
  )
}

test('an id that a conversation ever had begins no other, and its record stays as it is', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  const leave = make('leaveInteraction', { interactionId: 'i1' })
  const again = () => make('beginInteraction', { ...(arrival('i1').body as object), customerId: 'c2' } as never)
  // All at once, so that the second comes before anything is written of the first.
  const together = await ask(arrival('i1'), leave, again())
  expect(together.map(({ ok }) => ok)).toEqual([true, true, false])
  const record = await until(() => web.query.record.findFirst())
  const [later] = await ask(again())
  expect(later).toMatchObject({ ok: false, refusal: { code: 'interactionExists' } })
  expect(await web.query.record.findMany()).toEqual([record])
  expect(record).toMatchObject({ customerId: 'c1', outcome: 'abandoned' })
  const reached = { interactionId: 'i1', agentId: 'ana', channel: 'sms', lineId: 'texts', queueId: 'sailings' } as const
  const rest = { customerId: 'c2', addressId: 'a', contentId: 'words' }
  const [reach] = await ask(make('reachOut', { ...reached, ...rest }))
  expect(reach).toMatchObject({ ok: false, refusal: { code: 'interactionExists' } })
})

test('what came with a command is let go as it is refused, and kept where it is not', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  await ask(arrival('i1'))
  const say = (interactionId: string): Submission => ({
    command: {
      ...make('sendMessage', { interactionId, agentId: null, contentId: `words of ${interactionId}` }),
      actor: { kind: 'customer', id: interactionId },
    },
    contents: [{ id: `words of ${interactionId}`, interactionId, kind: 'message', body: 'Hello' }],
  })
  const accepted = await insertCommands(web.$client, [say('i1'), say('gone')])
  const ids = accepted.map((one) => ('inboxId' in one ? one.inboxId : -1))
  const answers = await until(async () => {
    const found = await readAnswers(web.$client, ids)
    return found.size === 2 && ids.map((id) => found.get(id)?.ok)
  })
  expect(answers).toEqual([true, false])
  expect((await web.query.content.findMany()).map(({ id }) => id)).toEqual(['words of i1'])
})

test('a command is decided, journalled, recorded and answered', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  const [answer] = await ask(arrival('i1'))
  expect(answer?.ok).toBe(true)
  const journal = await readJournal(web.$client, beginning, 10)
  expect(journal.map(({ seq, event }) => [seq, event.type])).toEqual([
    [1, 'planTaken'],
    [2, 'interactionArrived'],
  ])
  const record = await web.query.record.findFirst()
  expect(record).toMatchObject({ id: 'i1', outcome: 'underWay', queueId: 'sailings' })
  const inbox = await web.query.inbox.findMany()
  expect(inbox.every(({ body }) => body === null)).toBe(true)
})

test('a second copy gets the first answer; the same id with another body is refused', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  const first = arrival('i1')
  const [answer] = await ask(first)
  const [again, other] = await insertCommands(web.$client, [
    { command: first },
    { command: { ...arrival('i2'), id: first.id } as Command },
  ])
  expect(again).toMatchObject({ kind: 'known', answer })
  expect(other).toEqual({ kind: 'idReused' })
  expect((await replayed()).interactions.size).toBe(1)
})

test('who is split off again gets back what runs, in the record as well', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  await ask(arrival('i1'), arrival('i2'))
  await ask(make('mergeCustomer', { customerId: 'c1', intoId: 'c2' }))
  const theirs = { familyIds: ['c1'], addressIds: [], interactionIds: ['i1'] }
  await ask(make('splitCustomer', { customerId: 'c1', fromId: 'c2', ...theirs }))
  const state = await replayed()
  expect(['i1', 'i2'].map((id) => state.interaction(id).customerId)).toEqual(['c1', 'c2'])
  await ask(make('mergeCustomer', { customerId: 'c1', intoId: 'c3' }))
  await ask(make('splitCustomer', { customerId: 'c4', fromId: 'c3', ...theirs }))
  expect(await web.query.record.findFirst({ where: (one, { eq }) => eq(one.id, 'i1') })).toMatchObject({
    customerId: 'c4',
  })
})

test('deadlines come by themselves: nobody at the page, and the chat is abandoned', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan: testPlan({ centre: { customerGraceSeconds: 1 } }) }))
  await ask(arrival('i1'))
  const record = await until(async () => {
    const found = await web.query.record.findFirst()
    return found?.outcome === 'abandoned' && found
  })
  expect(record.waitMs).toBe(1000)
})

test('while no web process lives nobody’s grace runs; it begins once one does', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan: testPlan({ centre: { customerGraceSeconds: 1 } }) }))
  await renewWebProcess(web.$client, 'w1')
  await ask(arrival('i1', { id: 'k1', processId: 'w1' }))
  await removeWebProcess(web.$client, 'w1')
  await new Promise((resolve) => setTimeout(resolve, 4000))
  const types = async () => (await readJournal(web.$client, beginning, 100)).map(({ event }) => event.type)
  expect(await types()).toEqual(['planTaken', 'interactionArrived'])
  const living = setInterval(() => void renewWebProcess(web.$client, 'w2'), 500)
  await until(async () => (await web.query.record.findFirst())?.outcome === 'abandoned').finally(() => {
    clearInterval(living)
  })
  const [, , resumed, gone, abandoned] = (await readJournal(web.$client, beginning, 100)).map(({ event }) => event)
  expect([resumed?.type, gone?.type]).toEqual(['routerResumed', 'customerDisconnected'])
  expect(resumed?.type === 'routerResumed' && resumed.outageMs).toBeGreaterThan(2000)
  expect((abandoned?.at ?? 0) - (gone?.at ?? 0)).toBe(1000)
})

test('a command that makes the core throw is set aside; those around it take effect', async () => {
  const broken = make('beginInteraction', { interactionId: 'x' } as never)
  const nonsense = { ...make('finishWrapUp', { agentId: 'ana', interactionId: 'x' }), type: 'nonsense' } as never
  const commands = [make('publishPlan', { plan }), arrival('i1'), nonsense, arrival('i2'), broken, arrival('i3')]
  await insertCommands(
    web.$client,
    commands.map((command) => ({ command })),
  )
  startRouter('r1')
  const answers = await ask(...commands.map((command) => command))
  expect(answers.map((answer) => ('setAside' in answer ? 'set aside' : answer.ok))).toEqual([
    true,
    true,
    'set aside',
    true,
    false,
    true,
  ])
  expect([...(await replayed()).interactions.keys()].sort()).toEqual(['i1', 'i2', 'i3'])
})

test('so is one whose consequences the database will not have', async () => {
  const first = make('saveWrapUp', { agentId: 'ana', interactionId: 'none', dispositionId: null, notesContentId: null })
  const unkeepable = arrival('i\u0000')
  const commands = [make('publishPlan', { plan }), first, arrival('i1'), unkeepable, arrival('i2')]
  await insertCommands(
    web.$client,
    commands.map((command) => ({ command })),
  )
  startRouter('r1')
  const answers = await ask(...commands)
  expect(answers.map((answer) => ('setAside' in answer ? 'set aside' : answer.ok))).toEqual([
    true,
    false,
    true,
    'set aside',
    true,
  ])
})

/** Ends the router, spoils what it left, and starts another from that. */
async function spoil(change: (snapshot: string) => string): Promise<void> {
  await routers.pop()?.stop()
  const owner = await connectAlone(place.ownerUrl)
  const { rows } = await owner.query<{ seq: number; body: string }>(
    'select seq, body from snapshot order by seq desc limit 1',
  )
  const spoilt = change(rows[0]?.body ?? '')
  expect(spoilt).not.toBe(rows[0]?.body)
  await owner.query('update snapshot set body = $2 where seq = $1', [rows[0]?.seq, spoilt])
  await owner.end()
  startRouter('r2')
}

test('a deadline that throws takes out its own interaction, while commands beside it take effect', async () => {
  startRouter('r1')
  const plan = testPlan({
    centre: { customerGraceSeconds: 3600 },
    agents: ['ana', 'ben'],
    queues: [testQueue('sailings', ['ana'], { answerWindowSeconds: 1 })],
  })
  await renewWebProcess(web.$client, 'w1')
  const ready = (agentId: string) => [
    make('connectAgent', { agentId, connectionId: `${agentId}-1`, processId: 'w1' }),
    make('setPresence', { agentId, stateId: 'ready' }),
  ]
  await ask(make('publishPlan', { plan }), ...ready('ana'), arrival('i1'), arrival('i2'))
  // The answer window of i1 ends with an agent whom nobody knows.
  await spoil((snapshot) => snapshot.replace(/("id":"i1\.v1\.o1","agentId":)"ana"/, '$1"nobody"'))
  const living = setInterval(() => void renewWebProcess(web.$client, 'w1'), 500)
  const answers = await ask(...Array.from({ length: 20 }, (_, n) => arrival(`beside-${n}`)))
  await until(async () => (await web.query.record.findFirst({ where: (one, { eq }) => eq(one.id, 'i1') }))?.closedAt)
  clearInterval(living)
  expect(answers.every(({ ok }) => ok)).toBe(true)
  expect(await ask(arrival('i3'))).toMatchObject([{ ok: true }])
  const events = (await readJournal(web.$client, beginning, 1000)).map(({ event }) => event)
  const out = events.filter(({ type }) => type === 'interactionQuarantined')
  expect(out).toMatchObject([{ interactionId: 'i1', kind: 'answerWindow' }])
  // Its agent is free for whoever waits next.
  expect(events.some((event) => event.type === 'offerMade' && event.interactionId === 'i2')).toBe(true)
  expect(await web.query.record.findFirst({ where: (one, { eq }) => eq(one.id, 'i1') })).toMatchObject({
    outcome: 'rejected',
    endedBy: 'system',
  })
})

test('while one batch is committed the next is decided: in a burst with bad commands each takes effect once', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  const names = Array.from({ length: 400 }, (_, n) => (n % 97 === 50 ? `i${n}\u0000` : `i${n}`))
  const submitted = await Promise.all(names.map((name) => submit(arrival(name))))
  const answers = await answersTo(submitted.flat())
  const kept = names.filter((name) => !name.endsWith('\u0000'))
  expect(answers.map((answer) => answer.ok)).toEqual(names.map((name) => kept.includes(name)))
  const journal = await readJournal(web.$client, beginning, 100_000)
  expect(journal.map(({ seq }) => seq)).toEqual(journal.map((_, n) => n + 1))
  const arrived = journal.flatMap(({ event }) => (event.type === 'interactionArrived' ? [event.interactionId] : []))
  expect(arrived.sort()).toEqual([...kept].sort())
  expect([...(await replayed()).interactions.keys()].sort()).toEqual([...kept].sort())
})

test('a clean stop leaves a snapshot; the next router goes on from it', async () => {
  await startRouter('r1')
  await ask(make('publishPlan', { plan }), arrival('i1'))
  await routers.pop()?.stop()
  const stored = await readSnapshot(web.$client)
  expect(JSON.stringify(stored?.snapshot)).toBe(JSON.stringify(snapshotOf(await replayed())))
  startRouter('r2')
  await ask(arrival('i2'))
  expect([...(await replayed()).interactions.keys()]).toEqual(['i1', 'i2'])
})

test('of two routers one works; when it stops the other takes over', async () => {
  startRouter('r1')
  await ask(make('publishPlan', { plan }))
  startRouter('r2')
  await ask(arrival('i1'))
  await routers.shift()?.stop()
  await ask(arrival('i2'))
  const epoch = await web.query.routerEpoch.findFirst()
  expect(epoch).toMatchObject({ epoch: 2, holder: 'r2' })
})

describe('the fence', () => {
  let late: pg.Client
  let next: pg.Client
  beforeEach(async () => {
    late = await connectAlone(place.routerUrl)
    next = await connectAlone(place.routerUrl)
  })
  afterEach(async () => {
    await late.end()
    await next.end()
  })
  const batch = (epoch: number) => ({
    epoch,
    rows: [],
    answers: [],
    messages: [{ interactionId: 'i', number: 1, at: 1, side: 'customer' as const, personId: null, contentId: 'c' }],
  })

  test('a router whose lead is over writes nothing', async () => {
    const first = await takeLead(late, 'late', false)
    await takeLead(next, 'next', false)
    await expect(commitBatch(late, batch(first?.epoch ?? 0))).rejects.toThrow('is over')
    expect(await web.query.message.findMany()).toEqual([])
  })

  test('a record that is written is never another conversation’s, whatever a router would write', async () => {
    const epoch = (await takeLead(late, 'late', false))?.epoch ?? 0
    const centre = new TestCentre(testPlan())
    const recordOf = (at: number): InteractionRecord => {
      const [arrived] = centre.wait(at).arrive(`i${at}`).events
      const record = arrived === undefined ? null : recordAfter(null, arrived, 1)
      if (record === null) throw new Error('nothing arrived')
      return { ...record, id: 'i' }
    }
    const [own, others] = [recordOf(1), { ...recordOf(2), customerId: 'c2' }]
    const write = (record: InteractionRecord) => commitBatch(late, { ...batch(epoch), messages: [], records: [record] })
    await write(own)
    await write(others)
    expect(await web.query.record.findMany()).toMatchObject([{ customerId: own.customerId, messages: own.messages }])
    await write({ ...own, messages: 7 })
    expect(await web.query.record.findMany()).toMatchObject([{ customerId: own.customerId, messages: 7 }])
  })

  test('taking over waits for a commit under way, and shuts out one that comes while it waits', async () => {
    const first = await takeLead(late, 'late', false)
    const epoch = first?.epoch ?? 0
    await next.query('begin')
    await takeLead(next, 'next', false)
    const writing = commitBatch(late, batch(epoch)).then(
      () => 'written',
      () => 'refused',
    )
    await until(async () => {
      const { rows } = await web.$client.query<{ n: number }>(
        `select count(*)::int as n from pg_locks where not granted`,
      )
      return (rows[0]?.n ?? 0) > 0
    })
    await next.query('commit')
    expect(await writing).toBe('refused')
    expect(await web.query.message.findMany()).toEqual([])
  })

  test('a lease that has not run out cannot be seized', async () => {
    await takeLead(late, 'late', false)
    expect(await takeLead(next, 'next', true)).toBeNull()
    await late.query(`update router_epoch set renewed_at = clock_timestamp() - interval '4 seconds'`)
    expect(await takeLead(next, 'next', true)).toMatchObject({ epoch: 2 })
  })
})

test("the web's role cannot write the journal, nor the tables that follow from it", async () => {
  for (const table of ['journal', 'record', 'message', 'snapshot', 'router_epoch'])
    await expect(web.$client.query(`delete from ${table}`)).rejects.toThrow('permission denied')
  await expect(
    web.$client.query(`insert into journal (seq, day, at, type, v, body) values (1, now(), 1, 'x', 1, '{}')`),
  ).rejects.toThrow('permission denied')
})
