import { chatsOnly, eachChannel, upTo, type LoadLimits } from '@eudromos/core/plan'
import { visitOf } from '@eudromos/core/routing'
import { TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import type { RotaPlan } from '@eudromos/core/rota'
import type { Follower } from '../runtime/follower.ts'
import {
  languageOf,
  blockRequestViews,
  chatView,
  closureOf,
  emergencyViews,
  personView,
  quarantinedViews,
  queueView,
} from './project.ts'
import { readRota } from '../plan/rota.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))
process.env.EUDROMOS_SECRET = 'a secret of the test'

const person = (id: string) => ({ id, name: `${id} Name`, simulated: false, roles: ['agent'] })

/** Ana sits at the port and serves boats, ben at Vellan and serves trains. */
function followed(channels: LoadLimits['channels'] = chatsOnly(1)) {
  const queues = [testQueue('boats', ['ana']), testQueue('trains', ['ben'])]
  const shifts = [{ id: 'day', openings: [0, 2_000_000] }]
  const places = { ana: { siteId: 'port', shiftId: 'day' }, ben: { siteId: 'vellan' } }
  const centre = new TestCentre(
    testPlan({
      queues,
      places,
      shifts,
      limits: { id: 'usual', slots: 1, freeForCalls: 0, sameCustomerInCalls: false, channels },
    }),
  )
  centre.ready('ana')
  centre.ready('ben')
  const document = {
    lines: [],
    centre: { zone: 'Europe/Lisbon' },
    queues: [{ id: 'boats', name: 'Boats' }],
    sites: [
      { id: 'port', name: 'Port', calendarIds: ['feasts'] },
      { id: 'vellan', name: 'Vellan', calendarIds: [] },
    ],
    shifts: [{ id: 'day', calendarIds: ['days'] }],
    calendars: [{ id: 'feasts' }, { id: 'days' }, { id: 'others' }],
  }
  const follower = {
    state: centre.state,
    document,
    people: new Map(['ana', 'ben', 'sup'].map((id) => [id, person(id)])),
    customerNames: new Map(),
    announcements: new Map([['words', 'Back soon.']]),
  } as unknown as Follower
  const close = (rest: object = {}) =>
    centre.do('beginEmergency', {
      emergencyId: 'e1',
      scope: 'queues',
      siteId: null,
      queueIds: ['boats'],
      evacuate: true,
      waiting: 'kept',
      overflowTo: null,
      talking: 'goOn',
      reason: 'weather',
      announcementId: 'words',
      ...rest,
    })
  return { centre, follower, close }
}

test('a block that an agent in sight asks for is told with names; at their own seat they recover until then', () => {
  const { centre, follower } = followed()
  centre.arrive('i1', 'boats', { customerId: 'rude' })
  const offer = centre.state.interaction('i1').visits[0]?.offers[0]
  const agentId = offer?.agentId ?? ''
  centre.do('answerOffer', { agentId, offerId: offer?.id ?? '', interactionId: 'i1' })
  centre.do('endForAbuse', { agentId, interactionId: 'i1', reason: 'hoax', block: true })
  follower.customerNames.set('rude', 'Brannoc Teale')
  expect(blockRequestViews(follower, () => false)).toEqual([])
  expect(blockRequestViews(follower, (id) => id === agentId)).toEqual([
    {
      interactionId: 'i1',
      agentName: follower.people.get(agentId)?.name,
      customerId: 'rude',
      customerName: 'Brannoc Teale',
      addressId: null,
      at: centre.at,
    },
  ])
  expect(personView(follower, agentId)).toMatchObject({ stateId: 'recovering', recoverUntil: centre.at + 15_000 })
})

describe('an emergency closing', () => {
  test('is seen whole by the centre, and at a seat that it touches without others’ names', () => {
    const { follower, close } = followed()
    close({ scope: 'centre' })
    expect(emergencyViews(follower, null)).toMatchObject([
      { id: 'e1', queueIds: ['boats', 'trains'], evacuatedIds: ['ana', 'ben'], announcement: 'Back soon.' },
    ])
    expect(emergencyViews(follower, 'ana')).toMatchObject([{ evacuatedIds: ['ana'] }])
  })

  test('is not seen at a seat that it does not touch, nor once it is over', () => {
    const { centre, follower, close } = followed()
    close()
    expect(emergencyViews(follower, 'ben')).toEqual([])
    expect(queueView(follower, 'boats')).toMatchObject({ open: false, emergencyId: 'e1', changesAt: null })
    centre.do('endEmergency', { emergencyId: 'e1' })
    expect([emergencyViews(follower, null), queueView(follower, 'boats')?.emergencyId]).toEqual([[], null])
  })

  test('is told to who waits in a queue that it closes, and of one that ended then, by when that was', () => {
    const { centre, follower, close } = followed()
    centre.arrive('i1', 'boats')
    const interaction = centre.state.interaction('i1')
    expect(chatView(follower, interaction, 0).closure).toBeUndefined()
    const before = centre.at
    centre.wait(5)
    close()
    expect(chatView(follower, interaction, 0).closure).toEqual({ announcement: 'Back soon.', kept: true })
    const during = centre.at
    centre.wait(5).do('endEmergency', { emergencyId: 'e1' })
    expect(visitOf(interaction).queueId).toBe('boats')
    expect([before, during, centre.at].map((at) => closureOf(follower, 'boats', at)?.announcement)).toEqual([
      undefined,
      'Back soon.',
      undefined,
    ])
  })
})

test('a caller is told who has the call, and when the centre hears nothing of their page', () => {
  const { centre, follower } = followed(eachChannel(() => upTo(1)))
  centre.arrive('call', 'boats', { channel: 'voice', lineId: 'phone' })
  const interaction = centre.state.interaction('call')
  const seen = () => chatView(follower, interaction, 0)
  expect(seen()).toMatchObject({ agentGone: false, links: [] })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  expect(seen()).toMatchObject({ agentGone: false, links: [{ name: 'ana', hasIt: true }] })
  centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
  expect(seen()).toMatchObject({ agentGone: true, links: [{ name: 'ana', hasIt: true }] })
  centre.do('connectAgent', { agentId: 'ana', connectionId: 'ana-2', processId: 'web' })
  expect(seen().agentGone).toBe(false)
})

test('a person is shown with site, shift, whether they are on it, and their own absences', () => {
  const { centre, follower } = followed()
  const absence = { absenceId: 'a1', agentId: 'ana', from: centre.at, to: centre.at + 60_000, reason: 'sick' as const }
  expect(personView(follower, 'ana')).toMatchObject({ siteId: 'port', shiftId: 'day', onShift: true, absences: [] })
  centre.do('enterAbsence', absence)
  expect(personView(follower, 'ana')).toMatchObject({ onShift: false, absences: [{ id: 'a1', reason: 'sick' }] })
  expect(personView(follower, 'ben')?.absences).toEqual([])
})

test('who sees the centre gets every site and shift, an agent their own and the calendars that these take', () => {
  const { follower } = followed()
  const runtime = { follower } as Runtime
  const ids = ({ sites, shifts, calendars }: RotaPlan): string[][] =>
    [sites, shifts, calendars].map((all) => all.map(({ id }) => id))
  const who = (id: string, role: 'agent' | 'observer'): Who => ({ id, name: id, roles: [role] })
  expect(ids(readRota(runtime, who('mei', 'observer')))).toEqual([
    ['port', 'vellan'],
    ['day'],
    ['feasts', 'days', 'others'],
  ])
  expect(ids(readRota(runtime, who('ana', 'agent')))).toEqual([['port'], ['day'], ['feasts', 'days']])
  expect(ids(readRota(runtime, who('ben', 'agent')))).toEqual([['vellan'], [], []])
})

test('a queue counts whom its viewer sees, and who is offered still waits in it', () => {
  const { centre, follower } = followed()
  expect(queueView(follower, 'boats')).toMatchObject({ present: 1, free: 1, nextIds: ['ana'], oldestWait: null })
  expect(queueView(follower, 'boats', () => false)).toMatchObject({ present: 1, hidden: 1, nextIds: [] })
  centre.arrive('i1', 'boats')
  expect(queueView(follower, 'boats')).toMatchObject({ waiting: 1, oldestWait: { since: centre.at } })
  centre.do('quarantine', { kind: 'answerWindow', id: 'i1' })
  Object.assign(follower.document ?? {}, { queues: [{ id: 'boats', name: 'Boats' }] })
  expect(quarantinedViews(follower, () => true)).toMatchObject([{ id: 'i1', interaction: { queueName: 'Boats' } }])
  expect(quarantinedViews(follower, () => false)).toEqual([])
})

test('a customer is told in the language of the line, where it says one', () => {
  const lines = [
    { id: 'calls', name: 'Calls', language: 'pt' },
    { id: 'site', name: 'Site', language: null },
  ]
  const document = { lines } as unknown as Follower['document']
  expect(['calls', 'site', 'gone'].map((id) => languageOf(document, id))).toEqual(['pt', null, null])
  expect(languageOf(null, 'calls')).toBeNull()
})
