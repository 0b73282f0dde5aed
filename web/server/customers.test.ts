import { connect, eraseCustomer, meetNumber, readCustomerWhole, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import type { Block } from '@eudromos/core/routing'
import { beginChat } from './chats.ts'
import {
  blocksNow,
  customerPage,
  customerShape,
  customerView,
  eraseOne,
  exportCustomer,
  exportCustomers,
  saveCustomer,
} from './customers.ts'
import type { Runtime } from './runtime.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let runtime: Runtime
let people: Map<string, { id: string; name: string }>
const blocks: Block[] = []

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  people = new Map([['sup', { id: 'sup', name: 'Rosalind Okafor' }]])
  const follower = { document: null, people, state: { interactions: new Map(), blocks } }
  runtime = { database, follower, clock: { now: () => 5000 } } as unknown as Runtime
  for (const [n, name] of ['Ilse Varga', 'Tomas Reyne', 'Marta Quill'].entries())
    await meetNumber(database, `+6149157000${n}`, { addressId: `a${n}`, customerId: `c${n}`, name })
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
  const said = { notes: 'Speaks slowly.', tags: ['group', 'group', '=regular'] }
  const known = { name: 'Ilse Vargas', zone: 'Europe/Lisbon', ...said, doNotContact: false, consent: true }
  await saveCustomer(runtime, 'c0', known)
  Object.assign(runtime, { clock: { now: () => 9000 } })
  await saveCustomer(runtime, 'c0', { ...known, doNotContact: true })
  expect(await customerView(runtime, 'sup', 'c0')).toMatchObject({
    name: 'Ilse Vargas',
    zone: 'Europe/Lisbon',
    notes: 'Speaks slowly.',
    tags: ['group', '=regular'],
    doNotContact: true,
    consentAt: 5000,
    numbers: ['+61491570000'],
    entries: [],
  })
  expect(await found({ find: 'GROUP' })).toEqual({ names: ['Ilse Vargas'], total: 1 })
  await saveCustomer(runtime, 'c0', { ...known, doNotContact: true, consent: false })
  expect((await customerView(runtime, 'sup', 'c0')).consentAt).toBeNull()
  await expect(saveCustomer(runtime, 'nobody', known)).rejects.toThrow('This customer is not there')
  await expect(customerShape.validate({ ...known, zone: 'Nowhere/Else' })).rejects.toThrow('Time zone: give one')
})

test('what is kept is exported as data, and erased with the number', async () => {
  expect(await exportCustomer(runtime, 'sup', 'c1')).toMatchObject({
    name: 'Tomas Reyne',
    numbers: ['+61491570001'],
    conversations: [],
  })
  const said = { notes: 'Two dogs.', tags: ['dogs'], zone: 'Europe/Lisbon' }
  await saveCustomer(runtime, 'c1', { name: 'Tomas Reyne', ...said, doNotContact: false, consent: false })
  await eraseOne(runtime, 'c1')
  expect(await readCustomerWhole(database, 'c1')).toMatchObject({
    customer: { name: 'erased', notes: '', tags: [], zone: null },
    numbers: [],
  })
  await expect(eraseOne(runtime, 'nobody')).rejects.toThrow('This customer is not there')
  await eraseCustomer(database, 'nobody', 'erased')
})

test('those found are written as CSV, which a spreadsheet takes for no formula, and as vCards', async () => {
  const read = (find: string, format: 'csv' | 'vcf') => new Response(exportCustomers(runtime, find, format)).text()
  const csv = await read('', 'csv')
  const [header, , row] = csv.split('\r\n')
  expect([header, row]).toEqual([
    'id,name,numbers,zone,tags,doNotContact,agreedAt,conversations,lastAt',
    "c0,Ilse Vargas,'+61491570000,Europe/Lisbon,group =regular,true,,0,",
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
    expect(asked).toEqual(['c2', 'i-customer', 'i-customer', 'i-customer'])
    blocks.push(block({}))
    expect((await begin('Somebody Else', 'c2')).customerId).toBe('c2')
  })
})
