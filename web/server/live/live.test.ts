import fc from 'fast-check'
import { testPlan, testQueue } from '@eudromos/core/testing'
import type { CommandBodies, CommandType } from '@eudromos/core/routing'
import { changed, type View, type ViewChange } from '../../view/view.ts'
import { beginLive } from './live.ts'
import { Pieces } from './pieces.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Stream } from '../edge/stream.ts'
import { TestJournal } from '../testing/journal.ts'

jest.mock('server-only', () => ({}))

let journal: TestJournal
beforeAll(async () => {
  journal = await TestJournal.begin()
  await journal.commit('publishPlan', {
    plan: testPlan({ agents: ['ana'], slots: 50, queues: [testQueue('sailings', ['ana'])] }),
  })
  await journal.commit('connectAgent', { agentId: 'ana', connectionId: 'ana-1', processId: 'web' })
  await journal.commit('setPresence', { agentId: 'ana', stateId: 'ready' })
})
afterAll(() => journal.end())

/** What a browser makes of one stream of a seat. */
class Seat implements Stream {
  view: View | null = null
  closed = false
  send(event: string, sent: unknown): void {
    const data: unknown = JSON.parse(JSON.stringify(sent))
    if (event === 'snapshot') this.view = data as View
    else if (event === 'change' && this.view !== null) this.view = changed(this.view, [data as ViewChange])
  }
  close(): void {
    this.closed = true
  }
}

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

let chats = 0

/** Begins a chat at the seat; gives what says the next words in it. */
async function chatAtSeat(): Promise<(number: number) => Promise<void>> {
  const id = `chat-${(chats += 1)}`
  const say = async <T extends CommandType>(type: T, body: CommandBodies[T]) => journal.commit(type, body)
  await say('beginInteraction', {
    interactionId: id,
    channel: 'chat',
    customerId: `${id}-customer`,
    lineId: 'site',
    queueId: 'sailings',
    connection: { id: `${id}-1`, processId: 'web' },
    contentId: null,
  })
  await say('answerOffer', { agentId: 'ana', interactionId: id, offerId: `${id}.v1.o1` })
  return async (number) => {
    const contentId = `${id}-${number}`
    await journal.words(contentId, id, `words ${number}`)
    await say('sendMessage', { interactionId: id, agentId: null, contentId })
  }
}

test('a seat that opens while words come in has every one of them, however slow the database is in between', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 4, maxLength: 12 }),
      fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 3, maxLength: 3 }),
      async (delays, opens) => {
        const follower = await journal.follow({})
        let calls = 0
        const quick = journal.slowly(() => pause(delays[(calls += 1) % delays.length] ?? 0))
        const pieces = new Pieces(follower)
        const runtime = { follower, clock: { now: () => 0 }, database: journal.web, pieces } as unknown as Runtime
        const seats: Seat[] = []
        const open = async (afterMs: number): Promise<() => void> => {
          await pause(afterMs)
          const seat = new Seat()
          seats.push(seat)
          return beginLive(runtime, { kind: 'seat', agentId: 'ana' }, seat, null)
        }
        const say = await chatAtSeat()
        const opening = opens.map(open)
        for (const number of [1, 2, 3, 4]) await say(number)
        const closing = await Promise.all(opening)
        await journal.until(() => follower.toldSeq === journal.seq)
        await journal.until(() => seats.every(({ view }) => view?.seq === journal.seq))
        quick()
        for (const close of closing) close()
        await follower.close()
        for (const { view } of seats)
          expect(view?.messages[`chat-${chats}`]?.map(({ text }) => text)).toEqual(
            [1, 2, 3, 4].map((n) => `words ${n}`),
          )
      },
    ),
    { numRuns: 25 },
  )
})

test('a stream that comes back is told what it missed, not what is on its way to it', async () => {
  const follower = await journal.follow({})
  const told: number[] = []
  follower.watch({ changed: ({ seq }) => told.push(seq) })
  const before = follower.toldSeq
  let seenWhileReading: (number | undefined)[] | null = null
  const quick = journal.slowly(async () => {
    await pause(20)
    // The words are being read: the state is ahead, and nobody was told.
    if (follower.seq > follower.toldSeq) seenWhileReading ??= (follower.since(before) ?? []).map(({ seq }) => seq)
  })
  await (
    await chatAtSeat()
  )(1)
  await journal.until(() => follower.toldSeq === journal.seq)
  quick()
  expect(seenWhileReading).not.toBeNull()
  expect(follower.since(before)?.map(({ seq }) => seq)).toEqual(told)
  expect(follower.since(follower.toldSeq)).toEqual([])
  expect(follower.since(follower.toldSeq + 1)).toBeNull()
})
