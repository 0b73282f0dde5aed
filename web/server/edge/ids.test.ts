import { contentIdFor, interactionIdFor } from './ids.ts'

test('an id given is another for everybody who gives it, and none that can be made without the secret', () => {
  const given = '01920000-0000-7000-8000-000000000001'
  const own = interactionIdFor('person:ana', given)
  expect(own).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-a[0-9a-f]{3}-[0-9a-f]{12}$/)
  expect(interactionIdFor('person:ana', given)).toBe(own)
  const { EUDROMOS_SECRET: secret } = process.env
  process.env.EUDROMOS_SECRET = 'another'
  const elsewhere = interactionIdFor('person:ana', given)
  process.env.EUDROMOS_SECRET = secret
  // Nor is one to be had by moving signs between the parts.
  const others = [interactionIdFor('person:ben', given), interactionIdFor('person:ana0', given.slice(1)), elsewhere]
  expect(new Set([own, ...others]).size).toBe(4)
})

test('contents of different kinds of actors, commands and words never meet', () => {
  const actors = [
    { kind: 'person', id: 'x' },
    { kind: 'customer', id: 'x' },
    { kind: 'system', id: 'x' },
  ] as const
  const all = actors.flatMap((actor) => [
    contentIdFor(actor, 'c'),
    contentIdFor(actor, 'c', ''),
    contentIdFor(actor, 'c', 'ab', 'c'),
    contentIdFor(actor, 'c', 'a', 'bc'),
    contentIdFor(actor, 'd', 'a', 'bc'),
  ])
  expect(new Set(all).size).toBe(15)
  expect(contentIdFor(actors[0], 'c', Buffer.from('é'))).toBe(contentIdFor(actors[0], 'c', 'é'))
})
