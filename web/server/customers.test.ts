import { connect, eraseCustomer, meetNumber, readCustomerWhole, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import { customerPage, customerShape, customerView, eraseOne, exportCustomer, saveCustomer } from './customers.ts'
import type { Runtime } from './runtime.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let runtime: Runtime

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  const follower = { document: null, people: new Map(), state: { interactions: new Map() } }
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
  const known = { name: 'Ilse Vargas', zone: 'Europe/Lisbon', doNotContact: false, consent: true }
  await saveCustomer(runtime, 'c0', known)
  Object.assign(runtime, { clock: { now: () => 9000 } })
  await saveCustomer(runtime, 'c0', { ...known, doNotContact: true })
  expect(await customerView(runtime, 'sup', 'c0')).toMatchObject({
    name: 'Ilse Vargas',
    zone: 'Europe/Lisbon',
    doNotContact: true,
    consentAt: 5000,
    numbers: ['+61491570000'],
    entries: [],
  })
  await saveCustomer(runtime, 'c0', { ...known, consent: false })
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
  await eraseOne(runtime, 'c1')
  expect(await readCustomerWhole(database, 'c1')).toMatchObject({ customer: { name: 'erased' }, numbers: [] })
  await expect(eraseOne(runtime, 'nobody')).rejects.toThrow('This customer is not there')
  await eraseCustomer(database, 'nobody', 'erased')
})
