import { TestCentre } from '../testing/index.ts'
import { recordAfter, type InteractionRecord } from './index.ts'
import { vconOf, type VconSource } from './vcon.ts'

function answered(): InteractionRecord {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.arrive('i1')
  centre.wait(5).do('answerOffer', { agentId: 'ana', offerId: 'i1.v1.o1', interactionId: 'i1' })
  centre.wait(60).do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
  const record = centre.journal.reduce<InteractionRecord | null>(
    (before, event, n) => ('interactionId' in event ? (recordAfter(before, event, n) ?? before) : before),
    null,
  )
  if (record === null) throw new Error('no record')
  return record
}

const sourceOf = (rest: Partial<VconSource> = {}): VconSource => ({
  record: answered(),
  at: 2_000_000,
  centreName: 'Skerrow Ferries',
  queueName: 'Bookings',
  customer: { name: 'Cleo Marsh', address: '+61491570006' },
  line: { name: 'Calls', address: null },
  nameOf: (id) => `name of ${id}`,
  messages: [],
  recordings: [],
  notes: null,
  answers: [],
  ...rest,
})

test('who took part, and an analysis that is left empty', () => {
  expect(vconOf(sourceOf())).toEqual({
    vcon: '0.3.0',
    uuid: 'i1',
    created_at: '1970-01-01T00:33:20.000Z',
    subject: 'Skerrow Ferries, Bookings',
    parties: [
      { name: 'Cleo Marsh', tel: '+61491570006', role: 'customer' },
      { name: 'Calls', role: 'contact center' },
      { name: 'name of ana', role: 'agent' },
    ],
    dialog: [],
    analysis: [],
    attachments: [],
  })
})

test('email has its ends by their addresses, and what it is about', () => {
  const said = { side: 'customer' as const, personId: null, at: 1_001_000, text: 'A blue bag.', file: null }
  const vcon = vconOf(
    sourceOf({
      customer: { name: 'Cleo Marsh', address: 'cleo@mail.example' },
      line: { name: 'Lost', address: 'lost@skerrow.example' },
      messages: [
        { ...said, subject: 'My bag' },
        { ...said, text: 'With a tag.', subject: null },
      ],
    }),
  )
  expect(vcon).toMatchObject({
    subject: 'My bag',
    parties: [{ mailto: 'cleo@mail.example' }, { mailto: 'lost@skerrow.example' }, {}],
    dialog: [{ body: 'A blue bag.' }, { body: 'With a tag.' }],
  })
  expect(vcon.parties).not.toContainEqual(expect.objectContaining({ tel: expect.anything() }))
})

test('words, sound and calls without an answer in the order in which they began; files and notes beside them', () => {
  const record = {
    ...answered(),
    dials: [
      { agentId: 'ben', at: 1_003_000, end: 'refused' as const, endedAt: 1_004_000 },
      { agentId: 'ana', at: 1_004_000, end: 'answered' as const, endedAt: 1_005_000 },
    ],
  }
  const file = { fileName: 'ticket.pdf', mediaType: 'application/pdf', body: 'JVBERg' }
  const vcon = vconOf(
    sourceOf({
      record,
      notes: 'Two dogs',
      messages: [
        { side: 'customer', personId: null, at: 1_006_000, text: 'Here it is', subject: null, file },
        { side: 'agent', personId: 'ana', at: 1_002_000, text: 'Hello', subject: null, file: null },
        { side: 'agent', personId: null, at: 1_001_000, text: 'We are closed', subject: null, file: null },
      ],
      recordings: [
        { personId: 'ana', from: 1_005_000, to: 1_007_500, fileName: 'r.webm', mediaType: 'audio/webm', body: 'Gkk' },
        { personId: null, from: 1_008_000, to: 1_009_000, fileName: 'c.webm', mediaType: 'audio/webm', body: 'Gkk' },
      ],
    }),
  )
  expect(vcon.dialog).toMatchObject([
    { type: 'text', originator: 1, parties: [1, 0], body: 'We are closed' },
    { type: 'text', originator: 2, parties: [2, 0], body: 'Hello', encoding: 'none' },
    { type: 'incomplete', originator: 3, parties: [3, 0], disposition: 'failed' },
    { type: 'recording', start: '1970-01-01T00:16:45.000Z', duration: 2.5, parties: [0, 2], encoding: 'base64url' },
    { type: 'text', originator: 0, parties: [0, 1], body: 'Here it is' },
    { type: 'recording', duration: 1, parties: [0, 1] },
  ])
  expect(vcon.attachments).toMatchObject([
    { party: 0, filename: 'ticket.pdf', body: 'JVBERg', encoding: 'base64url' },
    { party: 2, purpose: 'notes', body: 'Two dogs', encoding: 'none' },
  ])
  expect((vcon.parties as { name: string }[]).map(({ name }) => name).slice(2)).toEqual(['name of ana', 'name of ben'])
})
