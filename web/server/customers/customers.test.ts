import {
  strangerOf,
  connect,
  connectAlone,
  eraseCustomer,
  meetAddress,
  putContactTerms,
  readContactTerms,
  readCustomerWhole,
  type Database,
  type Submission,
} from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import type { Block, Command } from '@eudromos/core/routing'
import { beginChat } from '../gateway/chats.ts'
import { customerPage, exportCustomers } from './customer-list.ts'
import {
  blocksNow,
  customerShape,
  customerView,
  eraseOne,
  exportCustomer,
  merge,
  saveCustomer,
  split,
} from './customers.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let runtime: Runtime
let people: Map<string, { id: string; name: string }>
const sup: Who = { id: 'sup', name: 'Rosalind Okafor', roles: ['supervisor'] }
const blocks: Block[] = []
const told: Command[] = []

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  people = new Map([['sup', { id: 'sup', name: 'Rosalind Okafor' }]])
  const document = {
    centre: { customerFields: [{ id: 'card', name: 'Ferry card' }] },
    teams: [],
    people: [],
    queues: [],
  }
  const follower = { document, people, state: { interactions: new Map(), blocks, blockRequests: [] } }
  const sender = {
    submit: ({ command }: Submission) => {
      told.push(command)
      return Promise.resolve({ seq: 1, refusal: null })
    },
  }
  runtime = { database, follower, sender, clock: { now: () => 5000 } } as unknown as Runtime
  for (const [n, name] of ['Ilse Varga', 'Tomas Reyne', 'Marta Quill'].entries())
    await meetAddress(database, `+6149157000${n}`, { addressId: `a${n}`, customerId: `c${n}`, name })
})

afterAll(async () => {
  await database.$client.end()
  await place.drop()
})

const found = async (query: Record<string, string>) => {
  const { rows, total } = await customerPage(runtime, new URLSearchParams(query))
  return { names: rows.map(({ name }) => name), total }
}

test('customers are found by name and number, page by page', async () => {
  expect(await found({})).toEqual({ names: ['Ilse Varga', 'Marta Quill', 'Tomas Reyne'], total: 3 })
  expect(await found({ find: 'quILL' })).toEqual({ names: ['Marta Quill'], total: 1 })
  expect(await found({ find: '491 570 001' })).toEqual({ names: ['Tomas Reyne'], total: 1 })
  expect(await found({ find: '100 %' })).toEqual({ names: [], total: 0 })
  expect((await found({ sort: 'name', direction: 'desc' })).names[0]).toBe('Tomas Reyne')
  expect(await found({ size: '2', page: '1' })).toEqual({ names: ['Tomas Reyne'], total: 3 })
})

test('what is known is changed; the day of a consent stays that of its beginning', async () => {
  const said = {
    notes: 'Speaks slowly.',
    tags: ['group', 'group', '=regular'],
    language: 'pt',
    needs: [...(['relay', 'relay'] as const)],
    fields: { card: 'SK-1', gone: 'x' },
  }
  const known = { name: 'Ilse Vargas', zone: 'Europe/Lisbon', ...said, doNotContact: false, consent: true }
  await saveCustomer(runtime, 'c0', known)
  Object.assign(runtime, { clock: { now: () => 9000 } })
  await saveCustomer(runtime, 'c0', { ...known, doNotContact: true })
  expect(await customerView(runtime, 'sup', 'c0')).toMatchObject({
    name: 'Ilse Vargas',
    zone: 'Europe/Lisbon',
    notes: 'Speaks slowly.',
    tags: ['group', '=regular'],
    language: 'pt',
    needs: ['relay'],
    fields: { card: 'SK-1' },
    doNotContact: true,
    consentAt: 5000,
    addresses: ['+61491570000'],
    entries: [],
  })
  expect(await found({ find: 'GROUP' })).toEqual({ names: ['Ilse Vargas'], total: 1 })
  await saveCustomer(runtime, 'c0', { ...known, doNotContact: true, consent: false })
  expect((await customerView(runtime, 'sup', 'c0')).consentAt).toBeNull()
  await expect(saveCustomer(runtime, 'nobody', known)).rejects.toThrow('This customer is not there')
  await expect(customerShape.validate({ ...known, language: 'not one' })).rejects.toThrow('Language: choose one')
  await expect(customerShape.validate({ ...known, zone: 'Nowhere/Else' })).rejects.toThrow('Time zone: give one')
})

test('what is kept is exported as data, and erased with the number', async () => {
  expect(await exportCustomer(runtime, 'sup', 'c1')).toMatchObject({
    name: 'Tomas Reyne',
    numbers: ['+61491570001'],
    conversations: [],
  })
  const said = { notes: 'Two dogs.', tags: ['dogs'], zone: 'Europe/Lisbon', language: null, needs: [], fields: {} }
  await saveCustomer(runtime, 'c1', { name: 'Tomas Reyne', ...said, doNotContact: false, consent: false })
  await eraseOne(runtime, sup, 'c1')
  expect(await readCustomerWhole(database, 'c1')).toMatchObject({
    customer: { name: 'erased', notes: '', tags: [], zone: null },
    addresses: [],
  })
  await expect(eraseOne(runtime, sup, 'nobody')).rejects.toThrow('This customer is not there')
  await eraseCustomer(database, 'nobody', 'erased')
})

test('whom a private team has talked with is erased by who may see that, or by an administrator', async () => {
  const owner = await connectAlone(place.ownerUrl)
  await meetAddress(database, '+61491570191', { addressId: 'p1', customerId: 'private', name: 'Petra' })
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued, agent_id)
     values ('private', 'voice', 'private', 'phone', 'sailings', false, 1, 'answered', 0, '[]', 0, 'zoe')`,
  )
  const team = { id: 'own', private: true, leadId: 'boss', observerIds: [], parentId: null }
  const closed = { teams: [team], people: [{ id: 'zoe', roles: ['agent'], teamId: 'own' }], queues: [] }
  const { document } = runtime.follower
  const inPlan = { ...document, ...closed } as never
  Object.assign(runtime.follower, { document: inPlan })
  await expect(eraseOne(runtime, sup, 'private')).rejects.toMatchObject({ problem: { code: 'privateTeam' } })
  // Whoever has left the team is as private as they were.
  people.set('zoe', { id: 'zoe', name: 'Zoe', roles: [], teamId: 'own', left: true } as never)
  Object.assign(runtime.follower, { document: { ...document, ...closed, people: [] } })
  await expect(eraseOne(runtime, sup, 'private')).rejects.toMatchObject({ problem: { code: 'privateTeam' } })
  expect((await readCustomerWhole(database, 'private'))?.customer.name).toBe('Petra')
  await eraseOne(runtime, { ...sup, id: 'boss' }, 'private')
  await eraseOne(runtime, { ...sup, roles: ['administrator'] }, 'private')
  expect((await readCustomerWhole(database, 'private'))?.customer.name).toBe('erased')
  Object.assign(runtime.follower, { document })
  people.delete('zoe')
  await owner.query(`delete from record where id = 'private'`)
  await owner.query(`delete from customer where id = 'private'`)
  await owner.end()
})

test('those found are written as CSV, which a spreadsheet takes for no formula, and as vCards', async () => {
  const read = (find: string, format: 'csv' | 'vcf') => new Response(exportCustomers(runtime, find, format)).text()
  const csv = await read('', 'csv')
  const [header, , row] = csv.split('\r\n')
  expect([header, row]).toEqual([
    'id,name,numbers,emails,zone,tags,language,needs,doNotContact,agreedAt,conversations,lastAt,Ferry card',
    "c0,Ilse Vargas,'+61491570000,,Europe/Lisbon,group; =regular,pt,relay,true,,0,,SK-1",
  ])
  expect(csv.split('\r\n')).toHaveLength(5)
  const cards = await read('ilse', 'vcf')
  expect(cards).toContain(
    'FN:Ilse Vargas\r\nTEL;VALUE=uri:tel:+61491570000\r\nTZ:Europe/Lisbon\r\nCATEGORIES:group,=regular\r\n',
  )
  expect(cards.match(/BEGIN:VCARD/g)).toHaveLength(1)
  expect(await read('nobody at all', 'vcf')).toBe('')
})

describe('a block', () => {
  const block = (rest: Partial<Block>): Block => ({
    id: 'b',
    customerId: 'c2',
    addressId: null,
    askedIn: null,
    from: 0,
    until: 20_000,
    by: 'sup',
    ...rest,
  })
  afterEach(() => blocks.splice(0))

  test('is told with its end and whose it is; of several the last to end, and none that is over', async () => {
    blocks.push(block({ id: 'long', until: 30_000 }), block({}), block({ id: 'over', customerId: 'c0', until: 9000 }))
    const told = { id: 'long', customerId: 'c2', customerName: 'Marta Quill', until: 30_000, byName: 'Rosalind Okafor' }
    expect((await customerView(runtime, 'sup', 'c2')).block).toEqual(told)
    expect((await customerView(runtime, 'sup', 'c0')).block).toBeNull()
    expect(await blocksNow(runtime)).toEqual([told])
  })

  test('holds in the browser that the customer used, under any name; else the same name is the same customer', async () => {
    const asked: string[] = []
    const submit = ({ command }: { command: { body: { customerId: string } } }): object => {
      asked.push(command.body.customerId)
      return { seq: 1, refusal: null }
    }
    const place = { ...runtime, sender: { submit } } as unknown as Runtime
    const begin = (name: string, deviceOf: string | null) =>
      beginChat(
        place,
        { id: 'i', lineId: 'site', queueId: 'q', name, text: 'words', customerId: null, leaveMessage: false },
        { connectionId: null, deviceOf },
      )
    await begin('marta quill', 'c2')
    await begin('Somebody Else', 'c2')
    await begin('Marta Quill', null)
    await begin('Marta Quill', 'nobody')
    expect(asked).toEqual(['c2', strangerOf('i'), strangerOf('i'), strangerOf('i')])
    blocks.push(block({}))
    expect((await begin('Somebody Else', 'c2')).customerId).toBe('c2')
  })
})

describe('customers who turn out to be the same', () => {
  const who = { id: 'sup', name: 'Rosalind Okafor', roles: ['supervisor'] } as unknown as Who
  const view = (id: string) => customerView(runtime, 'sup', id)
  let owner: Awaited<ReturnType<typeof connectAlone>>

  beforeAll(async () => {
    owner = await connectAlone(place.ownerUrl)
    for (const [n, name] of ['Nora Blaine', 'N. Blaine', 'Blaine family'].entries()) {
      await meetAddress(database, `+6149157010${n}`, { addressId: `b${n}`, customerId: `n${n}`, name })
      await owner.query(
        `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
         values ($1, 'voice', $2, 'phone', 'sailings', false, $3, 'answered', 0, '[]', 0)`,
        [`call ${n}`, `n${n}`, 1000 + n],
      )
    }
    await owner.query(`update customer set notes = 'Allergic to nuts.', tags = '{nuts}' where id = 'n1'`)
  })
  afterAll(() => owner.end())

  test('are read as one: numbers, conversations, tags; and who comes by their number is that one', async () => {
    await merge(runtime, who, 'n1', { otherId: 'n2' })
    await merge(runtime, who, 'n0', { otherId: 'n1' })
    // What runs is the router's; said once more, since it was away, it is the same.
    await merge(runtime, who, 'n0', { otherId: 'n1' })
    const merged = { type: 'mergeCustomer', actor: { kind: 'person', id: 'sup' } }
    expect(told).toMatchObject([
      { ...merged, body: { customerId: 'n2', intoId: 'n1' } },
      { ...merged, body: { customerId: 'n1', intoId: 'n0' } },
      { ...merged, body: { customerId: 'n1', intoId: 'n0' } },
    ])
    const whole = await view('n0')
    expect(whole.addresses).toEqual(['+61491570100', '+61491570101', '+61491570102'])
    expect(whole.entries.map(({ id }) => id)).toEqual(['call 2', 'call 1', 'call 0'])
    expect(whole.merged.map(({ id, conversations }) => `${id} ${conversations}`).sort()).toEqual(['n1 1', 'n2 1'])
    // By whatever name they are asked for.
    expect((await view('n2')).id).toBe('n0')
    expect(await found({ find: 'N. Blaine' })).toEqual({ names: ['Nora Blaine'], total: 1 })
    expect(await found({ find: '491 570 102' })).toEqual({ names: ['Nora Blaine'], total: 1 })
    const [row] = (await customerPage(runtime, new URLSearchParams({ find: 'nuts' }))).rows
    expect(row).toMatchObject({ id: 'n0', conversations: 3, lastAt: 1002 })
    const met = await meetAddress(database, '+61491570102', { addressId: 'x', customerId: 'x', name: 'x' })
    expect(met.customers).toEqual([{ id: 'n0', name: 'Nora Blaine', needs: [] }])
    expect(await readContactTerms(database, 'n1')).toMatchObject({ notes: 'Allergic to nuts.', tags: ['nuts'] })
    const whatIsKept = (await exportCustomer(runtime, 'sup', 'n0')) as { conversations: unknown[] }
    expect(whatIsKept.conversations).toHaveLength(3)
  })

  test('one who wants no calls speaks for all, until they agree', async () => {
    await owner.query(`update customer set do_not_contact = true where id = 'n2'`)
    expect((await view('n0')).doNotContact).toBe(true)
    expect(await readContactTerms(database, 'n0')).toMatchObject({ doNotContact: true })
    await putContactTerms(database, 'n0', { doNotContact: false })
    expect((await view('n0')).doNotContact).toBe(false)
  })

  test('are not merged in a circle, nor twice, nor with themselves', async () => {
    for (const [id, otherId] of [
      ['n1', 'n0'],
      ['n2', 'n1'],
      ['n0', 'n0'],
    ] as const)
      await expect(merge(runtime, who, id, { otherId })).rejects.toThrow('merged into somebody else')
    await expect(merge(runtime, who, 'n0', { otherId: 'nobody' })).rejects.toThrow('This customer is not there')
  })

  test('are split again, and nothing is lost: what came by their numbers since is theirs, over or running', async () => {
    const since = async (id: string, number: string, at: number, closed: boolean, customer = 'n0') =>
      owner.query(
        `insert into record (id, channel, customer_id, address_id, line_id, queue_id, test, arrived_at, closed_at, outcome, messages, offers, requeued)
         values ($1, 'voice', $2, $3, 'phone', 'sailings', false, $4::bigint, case when $5 then $4::bigint + 100 end, 'answered', 0, '[]', 0)`,
        [id, customer, number, at, closed],
      )
    await since('theirs', 'b1', 9000, true)
    await since('of the family', 'b2', 9001, true)
    await since('running', 'b1', 9002, false)
    await since('from before', 'b1', 2000, false, 'n1')
    await since('another', 'b0', 9003, true)
    await since('long before', 'b1', 3000, true)
    blocks.push({ askedIn: 'theirs' } as Block, { askedIn: 'another' } as Block, { askedIn: null } as Block)
    told.length = 0
    await split(runtime, who, 'n1')
    expect(told).toMatchObject([{ type: 'splitCustomer', actor: { kind: 'person', id: 'sup' } }])
    expect(told[0]?.body).toEqual({
      customerId: 'n1',
      fromId: 'n0',
      familyIds: ['n1', 'n2'],
      addressIds: ['b1', 'b2'],
      interactionIds: ['call 1', 'call 2', 'from before', 'running', 'theirs'],
    })
    await expect(split(runtime, who, 'n1')).rejects.toThrow('This merged customer is not there')
    // What runs is the router's to tell of.
    expect((await view('n0')).entries.map(({ id }) => id)).toEqual(['another', 'running', 'long before', 'call 0'])
    // Whoever had turned out to be them goes with them.
    expect(await view('n2')).toMatchObject({ id: 'n1', notes: 'Allergic to nuts.', tags: ['nuts'] })
    expect((await view('n1')).addresses).toEqual(['+61491570101', '+61491570102'])
    expect((await view('n1')).entries.map(({ id }) => id)).toEqual([
      'of the family',
      'theirs',
      'from before',
      'call 2',
      'call 1',
    ])
    blocks.length = 0
  })

  test('are erased together', async () => {
    await eraseOne(runtime, sup, 'n1')
    expect(await readCustomerWhole(database, 'n2')).toMatchObject({ customer: { name: 'erased' }, addresses: [] })
    expect((await view('n0')).name).toBe('Nora Blaine')
  })
})

test('what others had with a customer since one looked last is new, for as long as one looks', async () => {
  const owner = await connectAlone(place.ownerUrl)
  const at = (now: number) => Object.assign(runtime, { clock: { now: () => now } })
  const fresh = async (viewer = 'sup') =>
    (await customerView(runtime, viewer, 'c2')).entries.filter((one) => one.fresh).map(({ id }) => id)
  const hour = 3_600_000
  at(hour)
  expect(await fresh()).toEqual([])
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued, agent_id)
     values ('new', 'voice', 'c2', 'phone', 'sailings', false, $1, 'answered', 0, '[]', 0, 'ana')`,
    [2 * hour],
  )
  at(3 * hour)
  expect(await fresh()).toEqual(['new'])
  // Whoever had it themselves knows it.
  expect(await fresh('ana')).toEqual([])
  at(3 * hour + 60_000)
  expect(await fresh()).toEqual(['new'])
  at(5 * hour)
  expect(await fresh()).toEqual([])
  await owner.end()
})

test('an export of many conversations asks as often as one of a few, and has the words of each', async () => {
  const owner = await connectAlone(place.ownerUrl)
  await meetAddress(database, '+61491570190', { addressId: 'b90', customerId: 'many', name: 'Many' })
  for (let n = 0; n < 40; n += 1) {
    await owner.query(`insert into content (id, kind, body) values ($1, 'notes', $2), ($3, 'message', $4)`, [
      `n${n}-note`,
      `Note ${n}`,
      `n${n}-word`,
      `Word ${n}`,
    ])
    await owner.query(
      `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued, notes_content_id)
       values ($1, 'voice', 'many', 'phone', 'sailings', false, $2, 'answered', 1, '[]', 0, $3)`,
      [`many ${n}`, 5000 + n, `n${n}-note`],
    )
    await owner.query(
      `insert into message (interaction_id, number, side, at, content_id) values ($1, 1, 'customer', $2, $3)`,
      [`many ${n}`, 5000 + n, `n${n}-word`],
    )
  }
  await owner.end()
  const asked = jest.spyOn(database.$client, 'query')
  const { conversations } = (await exportCustomer(runtime, 'sup', 'many')) as {
    conversations: { notes: string; messages: { text: string }[] }[]
  }
  expect(asked.mock.calls.length).toBeLessThan(12)
  asked.mockRestore()
  expect(conversations.map(({ notes, messages }) => `${notes} ${messages[0]?.text ?? ''}`)).toEqual(
    Array.from({ length: 40 }, (_, n) => `Note ${n} Word ${n}`),
  )
})
