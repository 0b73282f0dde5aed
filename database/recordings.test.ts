import {
  beginRecording,
  connect,
  connectAlone,
  dropRecordings,
  endRecording,
  eraseCustomer,
  insertMark,
  noteHearing,
  putRecordingPart,
  readMarks,
  readRecording,
  readRecordingMeta,
  readRecordingsOf,
  type Database,
} from './index.ts'
import { testDatabase, type TestDatabase } from './testing/index.ts'

let place: TestDatabase
let web: Database
let owner: Awaited<ReturnType<typeof connectAlone>>

beforeAll(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
  owner = await connectAlone(place.ownerUrl)
})
afterAll(async () => {
  await web.$client.end()
  await owner.end()
  await place.drop()
})

const begin = (id: string, startedAt: number, interactionId = 'call') =>
  beginRecording(web, { id, interactionId, personId: 'ana', startedAt })
const part = (id: string, number: number, text: string, at = 5000) =>
  putRecordingPart(web, id, { personId: 'ana' }, { number, bytes: Buffer.from(text), at }, 20)
const soundOf = async (id: string): Promise<string> => (await readRecording(web, id)).toString()

test('a stretch is kept in parts as they come; a part or a beginning a second time changes nothing', async () => {
  await begin('a', 1000)
  await part('a', 1, 'one ')
  await part('a', 2, 'two ')
  for (let times = 0; times < 3; times += 1) expect(await part('a', 2, 'other ')).toBe('kept')
  expect(await part('a', 3, 'more than is let in')).toBe('tooMuch')
  await begin('a', 9000)
  expect(await soundOf('a')).toBe('one two ')
  expect(await readRecordingMeta(web, 'a')).toMatchObject({ startedAt: 1000, lastAt: 5000, end: null })
  await endRecording(web, 'a', { personId: 'ana' }, 'paused', 6000)
  expect(await readRecordingMeta(web, 'a')).toMatchObject({ lastAt: 6000, end: 'paused' })
  expect(await part('a', 3, 'late')).toBe('over')
  expect(await soundOf('a')).toBe('one two ')
})

test('nobody brings more of a recording that is another’s, or that never began', async () => {
  const more = (id: string, personId: string) =>
    putRecordingPart(web, id, { personId }, { number: 9, bytes: Buffer.from('more'), at: 7000 }, 20)
  expect([await more('a', 'ben'), await more('none', 'ana'), await more('a', 'ana')]).toEqual(['none', 'none', 'over'])
  expect(await endRecording(web, 'a', { personId: 'ben' }, 'ended', 7000)).toBe(false)
  expect(await readRecordingMeta(web, 'a')).toMatchObject({ end: 'paused' })
})

test('what follows a part that never came is not played', async () => {
  await begin('b', 2000)
  await part('b', 1, 'one ')
  await part('b', 3, 'three ')
  expect(await soundOf('b')).toBe('one ')
  await part('b', 2, 'two ')
  expect(await soundOf('b')).toBe('one two three ')
})

test('the stretches of a call come in order, with whoever has heard one', async () => {
  await noteHearing(web, 'b', 'rosalind', 7000)
  await noteHearing(web, 'a', 'rosalind', 8000)
  const { recordings, heardBy } = await readRecordingsOf(web, 'call')
  expect(recordings.map(({ id }) => id)).toEqual(['a', 'b'])
  expect(heardBy).toEqual(['rosalind'])
  expect(await readRecordingsOf(web, 'none')).toEqual({ recordings: [], heardBy: [] })
})

test('after their time the sound is gone, and that there was a recording stays', async () => {
  const mark = { atMs: 100, note: 'Laughs', personId: 'sup', madeAt: 1 }
  await insertMark(web, 'call', { id: 'm1', ...mark })
  expect(await dropRecordings(web, 1500)).toBe(1)
  expect(await readMarks(web, 'call')).toHaveLength(1)
  expect(await dropRecordings(web, 1500)).toBe(0)
  expect(await soundOf('a')).toBe('')
  expect(await soundOf('b')).not.toBe('')
  expect((await readRecordingsOf(web, 'call')).recordings.map(({ gone }) => gone)).toEqual([true, false])
})

test('marks go with the last of the sound', async () => {
  await begin('z', 100, 'old call')
  await insertMark(web, 'old call', { id: 'm2', atMs: 1, note: 'Greeting', personId: 'sup', madeAt: 1 })
  expect(await dropRecordings(web, 200)).toBe(1)
  expect(await readMarks(web, 'old call')).toEqual([])
})

test('who is erased is heard no more', async () => {
  await begin('c', 3000, 'call of mara')
  await part('c', 1, 'Hello, this is Mara')
  await owner.query(`insert into customer (id, name) values ('mara', 'Mara')`)
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
     values ('call of mara', 'voice', 'mara', 'phone', 'sailings', false, 1, 'answered', 0, '[]', 0)`,
  )
  await eraseCustomer(web, 'mara', 'erased')
  expect(await readRecordingMeta(web, 'c')).toBeNull()
  expect(await soundOf('c')).toBe('')
})
