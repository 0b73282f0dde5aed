import fc from 'fast-check'
import { changed, type InteractionView, type MessageView, type View, type ViewChange } from './view.ts'

const view: View = {
  seq: 10,
  at: 0,
  scope: 'seat',
  agentId: 'ana',
  plan: null,
  emergencies: [],
  blockRequests: [],
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
  const after = changed(changed(view, [change(11, { messages })]), [change(12, { messages })])
  expect(after.messages.i1?.map(({ number }) => number)).toEqual([1, 2])
})

test('what is gone takes its messages with it', () => {
  const after = changed(view, [change(11, { interactions: { i1: null } })])
  expect([after.interactions, after.messages]).toEqual([{}, {}])
})

test('an older change does nothing, and what a change leaves alone stays the same object', () => {
  expect(changed(view, [change(9, { interactions: { i1: null } })])).toBe(view)
  // Of the same event: how things are after it, told once more.
  expect(changed(view, [change(10, { interactions: { i1: null } })]).interactions).toEqual({})
  expect(changed(view, [change(11, {})]).interactions).toBe(view.interactions)
})

test('changes taken together are the changes one after the other, however they come in portions', () => {
  const ids = fc.constantFrom('i1', 'i2', 'i3')
  const part = fc.dictionary(ids, fc.option(fc.record({ id: ids, at: fc.nat(9) })))
  const said = fc.dictionary(ids, fc.array(fc.record({ number: fc.integer({ min: 1, max: 4 }) }), { maxLength: 2 }))
  const steps = fc.array(
    fc.record({ seq: fc.integer({ min: 8, max: 30 }), interactions: part, people: part, messages: said }),
  )
  fc.assert(
    fc.property(steps, fc.nat(8), (drawn, size) => {
      const all = drawn.map(({ seq, ...rest }) => change(seq, rest as unknown as Partial<ViewChange>))
      const one = all.reduce<View>((before, each) => changed(before, [each]), view)
      const portions = Array.from({ length: Math.ceil(all.length / (size + 1)) }, (_, n) =>
        all.slice(n * (size + 1), (n + 1) * (size + 1)),
      )
      expect(portions.reduce<View>((before, part) => changed(before, part), view)).toEqual(one)
    }),
  )
})
