import { madeInteraction, madeView } from '../../../view/testing/index.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { askedIn, offerSign } from './offer-signs.ts'

const viewOf = (...interactions: InteractionView[]): View => ({
  ...madeView({ queues: [], interactions }),
  agentId: 'ben',
})
const offered = (rest: Partial<InteractionView> = {}): InteractionView =>
  madeInteraction('i1', 'q1', 0, {
    phase: 'offered',
    customerName: 'Orla Finch',
    offer: { id: 'o1', agentId: 'ben', at: 0, dueAt: 9 },
    ...rest,
  })
const asked = (personId: string, way: 'asked' | 'aside' = 'asked'): InteractionView =>
  madeInteraction('i2', 'q1', 0, {
    phase: 'connected',
    channel: 'voice',
    customerName: 'Owen Ashdown',
    agentName: 'Ana Mirel',
    guests: [{ personId, name: 'Ben', colleague: true, way, since: 0, dueAt: 9 }],
  })

test('an offer signs with the customer and their first words, a call rings', () => {
  expect(offerSign(viewOf())).toBeNull()
  const chat = { ...viewOf(offered()), messages: { i1: [{ text: 'Is it running?' }] } } as unknown as View
  expect(offerSign(chat)).toMatchObject({ id: 'o1', name: 'Orla Finch', rings: false })
  expect(offerSign(chat)?.says).toContain('Is it running?')
  expect(offerSign(viewOf(offered({ channel: 'voice' })))).toMatchObject({ rings: true, says: 'Orla Finch is calling' })
})

test('a colleague who asks one into a call rings, and nobody else’s being asked does', () => {
  const sign = offerSign(viewOf(asked('ben')))
  expect(sign).toMatchObject({ rings: true, says: 'Ana Mirel asks you into the call with Owen Ashdown' })
  expect(offerSign(viewOf(asked('cai')))).toBeNull()
  expect(offerSign(viewOf(asked('ben', 'aside')))).toBeNull()
  expect(askedIn(asked('ben'), viewOf())?.dueAt).toBe(9)
})
