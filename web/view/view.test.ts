import { changed, type InteractionView, type MessageView, type View, type ViewChange } from './view.ts'

const view: View = {
  seq: 10,
  at: 0,
  scope: 'seat',
  agentId: 'ana',
  plan: null,
  emergencies: [],
  blockWishes: [],
  quarantined: [],
  people: {},
  queues: {},
  interactions: { i1: { id: 'i1' } as InteractionView },
  messages: { i1: [{ number: 1 } as MessageView] },
}
const change = (seq: number, rest: Partial<ViewChange>): ViewChange => ({
  seq,
  at: seq,
  people: {},
  queues: {},
  interactions: {},
  messages: {},
  ...rest,
})

test('messages are added once, whatever comes twice', () => {
  const messages = { i1: [{ number: 1 }, { number: 2 }] as MessageView[] }
  const after = changed(changed(view, change(11, { messages })), change(12, { messages }))
  expect(after.messages.i1?.map(({ number }) => number)).toEqual([1, 2])
})

test('what is gone takes its messages with it', () => {
  const after = changed(view, change(11, { interactions: { i1: null } }))
  expect([after.interactions, after.messages]).toEqual([{}, {}])
})

test('an older change does nothing, and what a change leaves alone stays the same object', () => {
  expect(changed(view, change(10, { interactions: { i1: null } }))).toBe(view)
  expect(changed(view, change(11, {})).interactions).toBe(view.interactions)
})
