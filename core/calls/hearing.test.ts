import { hears, isIn, linkedWith, type CallParties, type GuestWay } from './index.ts'

const call = (guests: Readonly<Record<string, GuestWay>> = {}, held = false): CallParties => ({
  agentId: 'ana',
  heldSince: held ? 1000 : null,
  guests: Object.entries(guests).map(([personId, way]) => ({ personId, way })),
})

/** Who hears whom, as "from>to". */
const heard = (parties: CallParties): string[] => {
  const all = ['customer', 'ana', ...parties.guests.map(({ personId }) => personId)]
  return all.flatMap((from) => all.filter((to) => hears(parties, from, to)).map((to) => `${from}>${to}`)).sort()
}
const both = (...pairs: [string, string][]): string[] => pairs.flatMap(([a, b]) => [`${a}>${b}`, `${b}>${a}`]).sort()

test('the agent and the customer hear each other, and not while the customer is on hold', () => {
  expect(heard(call())).toEqual(both(['ana', 'customer']))
  expect(heard(call({}, true))).toEqual([])
})

test('a colleague who is asked hears nothing; aside they are with the agent alone, while the customer is on hold', () => {
  expect(heard(call({ ben: 'asked' }, true))).toEqual([])
  expect(heard(call({ ben: 'aside' }, true))).toEqual(both(['ana', 'ben']))
  expect(heard(call({ ben: 'aside' }))).toEqual(both(['ana', 'customer']))
})

test('joined, all three hear each other; the customer on hold is left out', () => {
  expect(heard(call({ ben: 'joined' }))).toEqual(both(['ana', 'ben'], ['ana', 'customer'], ['ben', 'customer']))
  expect(heard(call({ ben: 'joined' }, true))).toEqual(both(['ana', 'ben']))
})

test('one who listens hears all and is heard by nobody; one who advises is heard by the agent alone', () => {
  expect(heard(call({ sup: 'listening' }))).toEqual([...both(['ana', 'customer']), 'ana>sup', 'customer>sup'].sort())
  expect(heard(call({ sup: 'advising' }))).toEqual(
    [...both(['ana', 'customer'], ['ana', 'sup']), 'customer>sup'].sort(),
  )
  expect(heard(call({ ben: 'joined', sup: 'advising' }))).not.toContain('sup>ben')
  expect(heard(call({ ben: 'joined', sup: 'listening' }))).toContain('ben>sup')
})

test('a supervisor who listens while the agent asks a colleague hears the agent, not the colleague aside', () => {
  expect(heard(call({ ben: 'aside', sup: 'listening' }, true))).toEqual([...both(['ana', 'ben']), 'ana>sup'].sort())
})

test('lines of sound stand whether or not the customer is on hold, and never to one who is asked', () => {
  expect(linkedWith(call({ ben: 'aside', sup: 'advising' }), 'ana')).toEqual(['customer', 'ben', 'sup'])
  expect(linkedWith(call({ ben: 'aside', sup: 'advising' }, true), 'customer')).toEqual(['ana', 'sup'])
  expect(linkedWith(call({ ben: 'asked' }), 'ben')).toEqual([])
  expect(isIn(call({ ben: 'asked' }), 'ben')).toBe(false)
  expect(isIn(call({ ben: 'aside' }), 'ben')).toBe(true)
})
