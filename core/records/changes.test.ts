// What each event changes in a record, said by hand: every field that it does not name stays.
import type { Event, EventBodies, EventType } from '../routing/index.ts'
import { byKey, Folded, Folds, messages, projectionNames, projections, records } from './projection.ts'
import { recordAfter, type InteractionRecord } from './index.ts'

const told = <T extends EventType>(type: T, at: number, body: Partial<EventBodies[T]> = {}): Event =>
  ({ type, v: 0, at, interactionId: 'i', ...body }) as Event

const coming = { channel: 'voice', customerId: 'c', lineId: 'l', addressId: 'a', queueId: 'q', test: false } as const
const arrived = told('interactionArrived', 1000, { ...coming, leftMessage: false, tags: ['vip'] })

/** What is left after these, one after the other, from the first number of the journal on. */
function after(...events: readonly Event[]): InteractionRecord {
  const last = events.reduce<InteractionRecord | null>(
    (before, event, n) => recordAfter(before, event, n + 1) ?? before,
    null,
  )
  if (last === null) throw new Error('nothing is left')
  return last
}

const before = after(arrived)
/** After an arrival: all that is another than after it alone, and whether it is on hold still. */
function changed(...events: readonly Event[]): Partial<InteractionRecord> {
  const now = after(arrived, ...events)
  const isSame = (name: keyof InteractionRecord): boolean =>
    JSON.stringify(now[name]) === JSON.stringify(before[name]) && !(name === 'heldAt' && now.holdMs > 0)
  return Object.fromEntries(Object.entries(now).filter(([name]) => !isSame(name as keyof InteractionRecord)))
}

const made = (id: string, agentId: string, at: number): Event =>
  told('offerMade', at, { offerId: id, agentId, cause: 'match', by: null, dueAt: at + 9 })
const answered = (id: string, agentId: string, at: number, waitedMs: number | null = null): Event =>
  told('offerAnswered', at, { offerId: id, agentId, waitedMs })
const offer = (id: string, agentId: string, at: number, seq: number) => ({
  ...{ id, agentId, at, seq, cause: 'match', by: null, end: null, endedAt: null, reason: null },
})
/** Ana has it from 3000 on. */
const talking = [made('o1', 'ana', 2000), answered('o1', 'ana', 3000)]

describe('it begins', () => {
  test('as it arrives, with nothing done yet', () => {
    expect(before).toEqual({
      ...{ id: 'i', ...coming, tags: ['vip'], way: 'incoming', arrivedAt: 1000, outcome: 'underWay' },
      ...{ answeredAt: null, agentId: null, endedAt: null, endedBy: null, closedAt: null },
      ...{ waitMs: null, talkMs: null, wrapUpMs: null, holdMs: 0, heldAt: null, messages: 0 },
      ...{ dispositionId: null, mood: null, notesContentId: null, recordingRefused: false },
      ...{ warnings: 0, abuse: null, blockAsked: false, requeued: 0, overflowed: 0 },
      ...{ offers: [], passages: [], dials: [], attendances: [] },
    })
  })

  test('and is over at once where it is rejected', () => {
    const rejected = told('interactionRejected', 1000, coming)
    expect(after(rejected)).toEqual({
      ...before,
      ...{ addressId: null, tags: [], outcome: 'rejected', waitMs: 0 },
      ...{ endedAt: 1000, endedBy: 'system', closedAt: 1000 },
    })
  })

  test.each([
    ['voice', true, 'voicemail'],
    ['voice', false, 'incoming'],
    ['chat', true, 'incoming'],
  ] as const)('by %s, a message being left: %s, it is %s', (channel, leftMessage, way) => {
    expect(after(told('interactionArrived', 1000, { ...coming, channel, leftMessage, tags: [] })).way).toBe(way)
  })

  test('with its agent, who reaches out', () => {
    const out = told('reachedOut', 1000, { ...coming, visitId: 'v', agentId: 'ana', forced: false, tags: ['vip'] })
    expect(after(out)).toEqual({
      ...before,
      ...{ way: 'outgoing', outcome: 'answered', answeredAt: 1000, agentId: 'ana', waitMs: 0 },
    })
  })
})

describe('offers', () => {
  test('are kept in order, each with its own end', () => {
    const all = after(
      arrived,
      made('o1', 'ana', 2000),
      told('offerDeclined', 2500, { offerId: 'o1', agentId: 'ana', reason: 'busy' }),
      made('o2', 'ben', 2600),
      told('offerMissed', 2700, { offerId: 'o2', agentId: 'ben' }),
      made('o3', 'cid', 2800),
      told('offerWithdrawn', 2900, { offerId: 'o3', agentId: 'cid', reason: 'agentAway' }),
      made('o4', 'dee', 3000),
    )
    expect(all).toEqual({
      ...before,
      offers: [
        { ...offer('o1', 'ana', 2000, 2), end: 'declined', endedAt: 2500, reason: 'busy' },
        { ...offer('o2', 'ben', 2600, 4), end: 'missed', endedAt: 2700 },
        { ...offer('o3', 'cid', 2800, 6), end: 'withdrawn', endedAt: 2900, reason: 'agentAway' },
        offer('o4', 'dee', 3000, 8),
      ],
    })
  })

  test('the first answer counts, with what was waited by open time where that is known', () => {
    const first = { outcome: 'answered', answeredAt: 3000, agentId: 'ana' }
    expect(after(arrived, ...talking)).toMatchObject({ ...first, waitMs: 2000 })
    expect(after(arrived, made('o1', 'ana', 2000), answered('o1', 'ana', 3000, 700))).toMatchObject({
      ...first,
      waitMs: 700,
      offers: [{ ...offer('o1', 'ana', 2000, 2), end: 'answered', endedAt: 3000 }],
    })
    const again = [made('o2', 'ben', 5000), answered('o2', 'ben', 6000, 4000)]
    const all = after(arrived, ...talking, ...again)
    expect(all).toMatchObject({ ...first, waitMs: 2000 })
    expect(all.offers.map(({ end }) => end)).toEqual(['answered', 'answered'])
  })
})

describe('it ends', () => {
  const over = { endedAt: 9000, closedAt: 9000 }

  test.each([
    ['left', 'customer'],
    ['connectionLost', 'system'],
  ] as const)('by one who goes before the answer (%s), which is by the %s', (cause, endedBy) => {
    const gone = (waitedMs: number | null) => told('interactionAbandoned', 9000, { cause, waitedMs } as never)
    expect(changed(gone(null))).toEqual({ ...over, outcome: 'abandoned', endedBy, waitMs: 8000 })
    expect(changed(gone(5))).toEqual({ ...over, outcome: 'abandoned', endedBy, waitMs: 5 })
    // Whoever was answered once was answered.
    const late = after(arrived, ...talking, gone(50))
    expect(late).toMatchObject({ ...over, outcome: 'answered', endedBy, waitMs: 2000 })
  })

  test('rejected by the centre', () => {
    expect(changed(told('rejected', 9000, { waitedMs: 3 } as never))).toEqual({
      ...{ ...over, outcome: 'rejected', endedBy: 'system', waitMs: 3 },
    })
  })

  const ringing = told('customerDialled', 4000, { agentId: 'ana', number: 1, dueAt: 5000 })
  const guest = told('guestSet', 4500, { personId: 'ben', colleague: true, way: 'talks' as never })
  const held = told('callHeld', 5000, { held: true } as never)
  const ended = told('interactionEnded', 9000, { by: 'agent', wrapUpDueAt: 9999 })
  const attendance = { personId: 'ben', colleague: true, way: 'talks', from: 4500, to: 9000, end: null }

  test('as a conversation does: hold, guests and what rings end with it', () => {
    expect(changed(...talking, guest, held, ended)).toMatchObject({
      ...{ outcome: 'answered', endedAt: 9000, endedBy: 'agent', talkMs: 6000, holdMs: 4000, heldAt: null },
      attendances: [attendance],
    })
    expect(after(arrived, ...talking, ended)).toMatchObject({ closedAt: null, dials: [], holdMs: 0 })
  })

  test('without anybody reached, where none of the calls that went out was answered', () => {
    const unanswered = told('dialEnded', 4400, { agentId: 'ana', end: 'busy' as never })
    expect(changed(...talking, ringing, unanswered, ringing, ended)).toMatchObject({
      outcome: 'notReached',
      dials: [
        { agentId: 'ana', at: 4000, end: 'busy', endedAt: 4400 },
        { agentId: 'ana', at: 4000, end: 'stopped', endedAt: 9000 },
      ],
    })
    const connected = told('customerConnected', 4300)
    expect(changed(...talking, ringing, unanswered, ringing, connected, ended)).toMatchObject({
      outcome: 'answered',
      dials: [{ end: 'busy' }, { end: 'answered', endedAt: 4300 }],
    })
  })

  test('taken out of the centre, in the middle of whatever it was in', () => {
    const out = told('interactionQuarantined', 9000)
    expect(changed(...talking, ringing, guest, held, out)).toMatchObject({
      ...{ ...over, outcome: 'answered', endedBy: 'system', waitMs: 2000, holdMs: 4000, heldAt: null },
      dials: [{ end: 'stopped', endedAt: 9000 }],
      attendances: [attendance],
    })
    expect(changed(out)).toMatchObject({ ...over, outcome: 'rejected', waitMs: 8000 })
  })

  test('and is closed once its wrap-up is', () => {
    const saved = { dispositionId: 'd', mood: 'calm' as never, notesContentId: 'n' }
    expect(changed(...talking, ended, told('wrapUpSaved', 9100, saved), told('wrapUpEnded', 9500))).toMatchObject({
      ...saved,
      ...{ endedAt: 9000, closedAt: 9500, wrapUpMs: 500 },
    })
    expect(changed(told('wrapUpEnded', 9500))).toEqual({ closedAt: 9500, wrapUpMs: 0 })
  })
})

describe('it passes', () => {
  const passage = (cause: string, at: number, toQueueId: string, rest: object = {}) => ({
    ...{ cause, at, fromQueueId: 'q', toQueueId, by: null, toAgentId: null, noteContentId: null },
    ...rest,
  })
  const held = told('callHeld', 3500, { held: true } as never)
  const guest = told('guestSet', 3600, { personId: 'ben', colleague: true, way: 'talks' as never })

  test('to another queue, waiting', () => {
    const body = { queueId: 'r', cause: 'moved', by: 'sup' } as const
    expect(changed(told('overflowed', 4000, body), told('overflowed', 4100, { ...body, queueId: 's' }))).toEqual({
      ...{ queueId: 's', overflowed: 2 },
      passages: [
        passage('moved', 4000, 'r', { by: 'sup' }),
        passage('moved', 4100, 's', { by: 'sup', fromQueueId: 'r' }),
      ],
    })
  })

  test('from an agent to a queue or to one agent: talk so far, hold and guests end', () => {
    const body = { agentId: 'ana', queueId: 'r', noteContentId: 'n' }
    expect(changed(...talking, held, guest, told('transferred', 4000, { ...body, preferred: null }))).toMatchObject({
      ...{ queueId: 'r', talkMs: 1000, holdMs: 500, heldAt: null },
      attendances: [{ to: 4000, end: null }],
      passages: [passage('transferred', 4000, 'r', { by: 'ana', noteContentId: 'n' })],
    })
    const preferred = { agentId: 'ben', until: 9 }
    const toBen = [
      told('transferred', 4000, { ...body, preferred }),
      made('o2', 'ben', 4100),
      answered('o2', 'ben', 5000),
    ]
    expect(
      changed(...talking, ...toBen, told('interactionEnded', 7000, { by: 'customer', wrapUpDueAt: 9 })),
    ).toMatchObject({
      ...{ talkMs: 3000, endedBy: 'customer', agentId: 'ana' },
      passages: [passage('transferred', 4000, 'r', { by: 'ana', toAgentId: 'ben', noteContentId: 'n' })],
    })
  })

  test('back to its queue when its agent is gone', () => {
    const ringing = told('customerDialled', 3700, { agentId: 'ana', number: 1, dueAt: 5000 })
    expect(changed(...talking, held, guest, ringing, told('requeued', 4000, { agentId: 'ana' }))).toMatchObject({
      ...{ requeued: 1, talkMs: 1000, holdMs: 500, heldAt: null },
      attendances: [{ to: 4000, end: null }],
      dials: [{ end: 'stopped', endedAt: 4000 }],
      passages: [passage('requeued', 4000, 'q', { by: 'ana' })],
    })
  })

  test('to a colleague in the call, whose part as a guest ends; others stay', () => {
    const watcher = told('guestSet', 3650, { personId: 'sup', colleague: false, way: 'listens' as never })
    const over = told('handedOver', 4000, { agentId: 'ana', toAgentId: 'ben' })
    expect(changed(...talking, guest, watcher, over)).toMatchObject({
      attendances: [
        { personId: 'ben', to: 4000, end: null },
        { personId: 'sup', to: null },
      ],
      passages: [passage('handedOver', 4000, 'q', { by: 'ana', toAgentId: 'ben' })],
    })
  })

  test('to rest, and on when it wakes: rest is no talk', () => {
    const rested = told('rested', 5000, { agentId: 'ana', restDueAt: 9 })
    const woken = (preferred: { agentId: string; until: number } | null) =>
      told('woken', 8000, { queueId: 'r', preferred })
    expect(changed(...talking, rested)).toMatchObject({
      talkMs: 2000,
      passages: [passage('rested', 5000, 'q', { by: 'ana' })],
    })
    const end = told('interactionEnded', 8500, { by: 'system', wrapUpDueAt: 9 })
    expect(changed(...talking, rested, end)).toMatchObject({ talkMs: 2000 })
    expect(changed(...talking, rested, woken({ agentId: 'ana', until: 9 }))).toMatchObject({
      queueId: 'r',
      passages: [{ cause: 'rested' }, passage('woken', 8000, 'r', { toAgentId: 'ana' })],
    })
    const on = [made('o2', 'ben', 8100), answered('o2', 'ben', 8200), told('transferred', 8300, { queueId: 's' })]
    expect(changed(...talking, rested, woken(null), ...on)).toMatchObject({
      talkMs: 2100,
      passages: [{ cause: 'rested' }, passage('woken', 8000, 'r'), { cause: 'transferred' }],
    })
    // One that never was answered has talked since it came.
    expect(changed(rested)).toMatchObject({ talkMs: 4000 })
    expect(changed(rested, end)).toMatchObject({ talkMs: 4000 })
  })
})

describe('what happens in it', () => {
  test.each<[string, Event, Partial<InteractionRecord>]>([
    ['a message', told('messageSent', 2000, { number: 7 }), { messages: 7 }],
    ['somebody else', told('customerIdentified', 2000, { customerId: 'c2' }), { customerId: 'c2' }],
    ['hold', told('callHeld', 2000, { held: true } as never), { heldAt: 2000 }],
    ['a refusal', told('recordingRefused', 2000), { recordingRefused: true }],
    ['a warning', told('customerWarned', 2000), { warnings: 1 }],
    ['abuse', told('abuseEnded', 2000, { reason: 'threats' as never }), { abuse: 'threats' as never }],
    ['a block asked for', told('blockAsked', 2000), { blockAsked: true }],
    ['a callback', told('callbackAsked', 2000), { way: 'callback' }],
    ['a message left', told('messageLeft', 2000), { way: 'voicemail' }],
  ])('%s', (_, event, change) => {
    expect(changed(event)).toEqual(change)
  })

  test('hold adds up, and ends once', () => {
    const hold = (held: boolean, at: number): Event => told('callHeld', at, { held } as never)
    expect(changed(hold(true, 2000), hold(false, 2300), hold(true, 3000), hold(false, 3100))).toEqual({
      holdMs: 400,
      heldAt: null,
    })
    expect(recordAfter(before, hold(false, 2000), 2)).toBeNull()
  })

  test('guests come, take part in another way, and go, each by themself', () => {
    const set = (personId: string, way: string, at: number): Event =>
      told('guestSet', at, { personId, colleague: personId === 'ben', way: way as never })
    const gone = (personId: string, at: number): Event => told('guestGone', at, { personId, cause: 'left' })
    const guests = [set('ben', 'talks', 2000), set('sup', 'listens', 2100), set('sup', 'talks', 2200)]
    expect(changed(...guests, gone('ben', 2300), gone('sup', 2400), set('ben', 'talks', 2500))).toEqual({
      attendances: [
        { personId: 'ben', colleague: true, way: 'talks', from: 2000, to: 2300, end: 'left' },
        { personId: 'sup', colleague: false, way: 'listens', from: 2100, to: 2200, end: null },
        { personId: 'sup', colleague: false, way: 'talks', from: 2200, to: 2400, end: 'left' },
        { personId: 'ben', colleague: true, way: 'talks', from: 2500, to: null, end: null },
      ],
    })
  })

  test('a customer who comes back to a call that went out long ago changes nothing', () => {
    const connected = told('customerConnected', 5000)
    expect(recordAfter(before, connected, 2)).toBeNull()
    const dialled = told('customerDialled', 4000, { agentId: 'ana', number: 1, dueAt: 5000 })
    const reached = after(arrived, dialled, connected)
    expect(reached.dials).toEqual([{ agentId: 'ana', at: 4000, end: 'answered', endedAt: 5000 }])
    expect(recordAfter(reached, told('customerConnected', 6000), 4)).toBeNull()
    // The one before it keeps its own end.
    expect(after(arrived, dialled, connected, dialled, connected).dials.map(({ endedAt }) => endedAt)).toEqual([
      5000, 5000,
    ])
  })

  test('what says nothing of the record leaves it, and so does what is of nobody', () => {
    for (const type of ['roundEnded', 'stepReached', 'callbackPutOff', 'textReported'] as const)
      expect(recordAfter(before, told(type, 2000), 2)).toBeNull()
    expect(recordAfter(before, { type: 'connected', at: 2000 } as unknown as Event, 2)).toBeNull()
    expect(recordAfter(null, told('messageSent', 2000, { number: 1 }), 2)).toBeNull()
  })
})

describe('rows as of the last event', () => {
  const said = (number: number): Event =>
    told('messageSent', 2000 + number, { number, side: 'agent', personId: 'ana', contentId: `m${number}` })

  test('are open until nothing can change them, and tell what changed since they were let go', () => {
    const folded = new Folded(records)
    folded.take(arrived, 1)
    folded.take({ type: 'connected', at: 1500 } as unknown as Event, 2)
    expect([...folded.changed.keys()]).toEqual(['i'])
    expect(folded.open.get('i')).toEqual(before)
    folded.changed.clear()
    // Words alone may wait for what is read with them.
    folded.take(said(1), 3)
    expect(folded.changed.size).toBe(0)
    expect(folded.open.get('i')?.messages).toBe(1)
    folded.take(told('recordingRefused', 2100), 4)
    folded.take(said(2), 5)
    expect(folded.changed.get('i')).toMatchObject({ recordingRefused: true, messages: 2 })
    folded.take(told('roundEnded', 2200), 6)
    folded.take(told('interactionAbandoned', 9000, { cause: 'left' } as never), 7)
    expect(folded.open.size).toBe(0)
    expect(folded.changed.get('i')).toMatchObject({ outcome: 'abandoned' })
    // Of one that is not known nothing follows.
    folded.changed.clear()
    folded.take(told('messageLeft', 9100), 8)
    expect([folded.open.size, folded.changed.size]).toEqual([0, 0])
  })

  test('a message is a row by itself, over at once', () => {
    const folded = new Folded(messages)
    folded.take(arrived, 1)
    folded.take(said(1), 2)
    expect(folded.open.size).toBe(0)
    expect([...folded.changed]).toEqual([
      ['i 1', { interactionId: 'i', number: 1, at: 2001, side: 'agent', personId: 'ana', contentId: 'm1' }],
    ])
    expect(messages.after(null, arrived, 1)).toBeNull()
  })

  test('all of them are folded at once, on from rows that were open, and each tells what has changed since', () => {
    const open = byKey({ records: [{ ...before, messages: 1 }] })
    const first = new Folds(open)
    first.take(said(2), 1)
    first.take(told('recordingRefused', 2100), 2)
    expect(first.has('records', 'i')).toBe(true)
    expect(first.has('messages', 'i')).toBe(false)
    expect(first.changed()).toMatchObject({
      records: [{ id: 'i', messages: 2, recordingRefused: true }],
      messages: [{ interactionId: 'i', number: 2 }],
    })
    const next = new Folds(open)
    expect(next.changed()).toEqual(Object.fromEntries(projectionNames.map((name) => [name, []])))
    next.take(said(3), 3)
    expect(next.changed().messages).toMatchObject([{ number: 3 }])
    expect(open.records.get('i')?.messages).toBe(3)
  })

  test('a row has the key of the events that change it', () => {
    const row = messages.after(null, said(1), 1)
    expect(row && messages.keyOfRow(row)).toBe(messages.keyOf(said(1)))
    expect(records.keyOfRow(before)).toBe(records.keyOf(arrived))
    expect(Object.keys(projections)).toEqual(projectionNames)
  })
})
