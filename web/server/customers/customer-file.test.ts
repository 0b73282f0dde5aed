import { connect, meetAddress, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { readCustomerFile } from './customer-file.ts'
import { exportCustomers } from './customer-list.ts'
import { customerView } from './customers.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Count, Step } from '../../view/counted.ts'
import { turnShare } from '../testing/turn.ts'
import { Thread } from '../runtime/thread.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let runtime: Runtime
let files: Thread

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  const centre = { customerFields: [{ id: 'card', name: 'Ferry card' }] }
  const follower = {
    document: { centre, teams: [], people: [], queues: [] },
    people: new Map(),
    state: { interactions: new Map(), blocks: [] },
  }
  files = new Thread(place.webUrl)
  runtime = { database, follower, files, clock: { now: () => 5000 } } as unknown as Runtime
  for (const [n, name] of ['Ilse Varga', 'Owen Ashdown', 'Marta Quill'].entries())
    await meetAddress(database, `+6149157000${n}`, { addressId: `a${n}`, customerId: `c${n}`, name })
  // Two who share a number.
  await meetAddress(database, '+61491570009', { addressId: 'a9', customerId: 'c8', name: 'Sunniva Ashdown' })
  await database.$client.query(`insert into customer_address (customer_id, address_id) values ('c1', 'a9')`)
})
afterAll(async () => {
  files.end()
  await database.$client.end()
  await place.drop()
})

const read = (text: string, format: 'csv' | 'vcf' = 'csv', take = false, count?: Count) =>
  readCustomerFile(runtime, Buffer.from(text), format, take, count)
const view = (id: string) => customerView(runtime, 'sup', id)
const csv = (...rows: readonly string[]): string => rows.join('\r\n')

test('what is written is read as it is: nothing changes', async () => {
  for (const format of ['csv', 'vcf'] as const) {
    const written = await new Response(exportCustomers(runtime, '', format)).text()
    expect(await read(written, format)).toMatchObject({ faults: [], fresh: 0, changed: 0, same: 4 })
  }
})

test('customers are known by id or by a number that is theirs alone; others are new; nothing is kept before it is taken', async () => {
  const file = csv(
    'Numbers,name,Tags,Ferry card,language',
    '+61 491 570 000,Ilse Vargas,groups; big dog,SK 1,pt',
    '+61491570007,Noemi Jardine,,,',
  )
  const reading = await read(file)
  expect(reading).toMatchObject({ faults: [], fresh: 1, changed: 1, same: 0 })
  expect(reading.changes[0]?.fields).toEqual([
    { column: 'name', from: 'Ilse Varga', to: 'Ilse Vargas' },
    { column: 'tags', from: '', to: 'groups; big dog' },
    { column: 'language', from: '', to: 'pt' },
    { column: 'Ferry card', from: '', to: 'SK 1' },
  ])
  expect((await view('c0')).name).toBe('Ilse Varga')
  await read(file, 'csv', true)
  expect(await view('c0')).toMatchObject({
    name: 'Ilse Vargas',
    tags: ['groups', 'big dog'],
    language: 'pt',
    fields: { card: 'SK 1' },
  })
  expect(await read(file)).toMatchObject({ fresh: 0, changed: 0, same: 2 })
})

test('needs are read by their codes, and one that is none is told', async () => {
  const file = (needs: string): string => csv('id,needs', `c2,${needs}`)
  expect(await read(file('relay; subtitles'))).toMatchObject({
    faults: [{ row: 2, text: 'needs: “subtitles” is not one of relay, realTimeText and interpreter.' }],
  })
  await read(file('Relay; interpreter'), 'csv', true)
  expect((await view('c2')).needs).toEqual(['relay', 'interpreter'])
  await read(csv('id,name', 'c2,Marta Quill'), 'csv', true)
  expect((await view('c2')).needs).toEqual(['relay', 'interpreter'])
  await read(file(''), 'csv', true)
  expect((await view('c2')).needs).toEqual([])
})

test('a column that is left out stays, an empty cell clears, and numbers are added only', async () => {
  await read(csv('id,tags,numbers,emails', 'c0,,"+61 491 570 156, +61 491 570 157",Ilse@Mail.example'), 'csv', true)
  expect(await view('c0')).toMatchObject({
    name: 'Ilse Vargas',
    tags: [],
    language: 'pt',
    addresses: ['+61491570000', '+61491570156', '+61491570157', 'ilse@mail.example'],
  })
})

test('each fault names its row and what is wrong; its row changes nothing', async () => {
  const { faults, changed, fresh } = await read(
    csv(
      'id,name,numbers,zone,doNotContact,agreedAt,nonsense,emails',
      'c2,Marta,12,Nowhere/Else,perhaps,yesterday,x,marta@',
      ',,+61491570158,,,,',
      ',Ashdown,+61491570009,,,,',
      'c2,Marta Q,,,,,',
      'c2,Marta Q,,,,,',
    ),
  )
  expect(faults.map(({ row, text }) => `${row} ${text.slice(0, 41)}`)).toEqual([
    '1 no column is called “nonsense”; it is lef',
    '2 doNotContact: “perhaps” is neither true n',
    '2 agreedAt: “yesterday” is not a time. Writ',
    '2 numbers: “12” is not a telephone number. ',
    '2 emails: “marta@” is not an email address.',
    '2 Time zone: give one such as Europe/Lisbon',
    '3 Name: give a name.',
    '4 +61491570009: several customers have this',
    '6 Marta Quill also appears in an earlier ro',
  ])
  expect([changed, fresh]).toEqual([1, 0])
  expect((await read('what,ever\r\n1,2')).faults.at(-1)?.text).toContain('no column “id”')
})

test('vCards are read, and a broken file is told of with its line', async () => {
  const card = csv(
    'BEGIN:VCARD',
    'VERSION:4.0',
    'FN:Rafael Corvo',
    'TEL;VALUE=uri:tel:+61491570159',
    'EMAIL:r.corvo@mail.example',
    'X-NEEDS:Relay,interpreter',
    'END:VCARD',
  )
  const odd = await read(card.replace('Relay', 'shouting'), 'vcf')
  expect(odd.faults).toEqual([{ row: 1, text: 'needs: “shouting” is not one of relay, realTimeText and interpreter.' }])
  expect(await read(card, 'vcf', true)).toMatchObject({ fresh: 1, faults: [] })
  const { customers } = await meetAddress(database, '+61491570159', { addressId: 'x', customerId: 'x', name: 'x' })
  expect(customers).toMatchObject([{ name: 'Rafael Corvo', needs: ['relay', 'interpreter'] }])
  const mailed = await meetAddress(database, 'r.corvo@mail.example', { addressId: 'y', customerId: 'y', name: 'y' })
  expect(mailed.customers).toEqual(customers)
  expect((await read(`${card}\r\nFN:B`, 'vcf')).faults).toEqual([
    { row: 8, text: 'this is not a vCard: a card begins with BEGIN:VCARD.' },
  ])
})

test('a file of ten thousand is taken in whole', async () => {
  const rows = Array.from({ length: 10_000 }, (_, n) => `Guest ${n},+4420794${String(60_000 + n).padStart(5, '0')}`)
  const counted: Record<Step, number[]> = { reading: [], checking: [], keeping: [], publishing: [] }
  const reading = await read(csv('name,numbers', ...rows), 'csv', true, (step, done, of) => {
    expect(of).toBe(10_000)
    counted[step].push(done)
  })
  expect(reading).toMatchObject({ fresh: 10_000, moreFaults: 0 })
  expect(counted.checking.length).toBeGreaterThan(5)
  expect(counted.checking).toEqual(counted.checking.toSorted((a, b) => a - b))
  expect(counted.keeping).toEqual(Array.from({ length: 10 }, (_, n) => (n + 1) * 1000))
  expect(reading.changes).toHaveLength(100)
  expect(await read(csv('name,numbers', ...rows))).toMatchObject({ fresh: 0, changed: 0, same: 10_000 })
  expect(await turnShare(() => read(csv('name,numbers', ...rows)))).toBeLessThan(1)
})

test.each([
  ['five million quotation marks', () => '"'.repeat(5_000_000)],
  ['a million columns', () => `name,${'x,'.repeat(1_000_000)}`],
  ['a million rows', () => `name\n${'Ilse\n'.repeat(1_000_000)}`],
  ['half a million rows of columns', () => 'a,b,c,d,e,f,g,h\n'.repeat(300_000)],
])('%s are read beside those who work, or not at all', async (_, make) => {
  const text = make()
  await read('name\nIlse')
  const faults: number[] = []
  const share = await turnShare(async () => faults.push((await read(text)).faults.length), 2)
  expect(share).toBeLessThan(1)
  expect(Math.min(...faults)).toBeGreaterThan(0)
})
