/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react'
import { plainState } from '@eudromos/core/plan'
import { madeEmergency, madeInteraction, madePerson, madePlanQueue, madeView } from '../../view/testing/index.ts'
import type { View } from '../../view/view.ts'
import { Headline } from './headline.tsx'

const now = 1_000_000
const pushed: string[] = []
let view: View | null
let status = 'open'
let trouble: string | null = null

jest.mock('next/navigation', () => ({ useRouter: () => ({ push: (href: string) => pushed.push(href) }) }))
jest.mock('../stream/context.tsx', () => ({
  useLive: () => ({ view, status, clockOffsetMs: 0 }),
  useSeat: () => ({ view, status, clockOffsetMs: 0 }),
  useLivePart: (part: (state: object) => unknown) => part({ view, status, trouble }),
  useSeatPart: (part: (state: object) => unknown) => part({ view, status, trouble }),
  useNow: () => now,
  ownPerson: ({ people, agentId }: View) => people[agentId ?? ''] ?? null,
}))

const shown = (of: 'centre' | 'seat'): string => {
  const { container, unmount } = render(<Headline of={of} />)
  const text = container.textContent ?? ''
  unmount()
  return text
}
const queues = [madePlanQueue('q0', ['ana', 'ben']), madePlanQueue('q1', ['ana'])]
const waits = (seconds: number) => ({ since: now - seconds * 1000 })

beforeEach(() => {
  pushed.length = 0
  status = 'open'
  trouble = null
})

describe('a supervisor reads', () => {
  test('that all is well, and whether anybody waits at all', () => {
    view = madeView({ queues, people: [madePerson('ana')] })
    expect(shown('centre')).toBe('Nobody waits.')
    view = madeView({ queues, live: { q0: { waiting: 1, oldestWait: waits(5), present: 1, free: 1 } } })
    expect(shown('centre')).toBe('All is well: nobody waits beyond the target.')
  })

  test('of who could come only whoever is there', () => {
    view = madeView({
      queues: [madePlanQueue('q0', ['ana', 'ben'])],
      live: { q0: { waiting: 3, oldestWait: waits(65), present: 0, free: 0 } },
      people: [
        madePerson('ana', { stateId: 'unattended' }),
        madePerson('ben', { stateId: 'unattended', connected: false }),
      ],
    })
    expect(shown('centre')).toContain('1 person who is not Ready could take it.')
  })

  test('whose window is gone with a conversation open', () => {
    const carried = [
      { id: 'i1', phase: 'connected' as const },
      { id: 'i2', phase: 'wrapUp' as const },
    ]
    view = madeView({ queues, people: [madePerson('ana', { connected: false, carried }), madePerson('ben')] })
    expect(shown('centre')).toMatch(/^ana has lost the connection with a conversation open\.Go there$/i)
    view = madeView({ queues, people: [madePerson('ana', { connected: false, carried: carried.slice(1) })] })
    expect(shown('centre')).toBe('Nobody waits.')
  })

  test.each([
    ['who could take it', { present: 2, free: 1 }, 'ready', '1 could take it.'],
    ['that all are busy', { present: 2, free: 0 }, 'ready', 'none of the 2 there can take it now.'],
    [
      'that nobody is there, and who could come',
      { present: 0, free: 0 },
      'break',
      'none of its people is Ready. 1 person who is not Ready could take it.',
    ],
  ])('who waits for too long, and %s', (_, live, stateId, tail) => {
    view = madeView({
      queues: [madePlanQueue('q0', ['ana'])],
      live: { q0: { waiting: 3, oldestWait: waits(65), ...live } },
      people: [madePerson('ana', { stateId })],
    })
    if (view.plan !== null) {
      const pause = { id: 'break', name: 'Break', admits: [], choosable: true, signedOut: false, ...plainState }
      view = { ...view, plan: { ...view.plan, presenceStates: [...view.plan.presenceStates, pause] } }
    }
    expect(shown('centre')).toContain(`Queue 0: 3 wait, the longest 1:05; ${tail}`)
  })

  test('the worst, with the way there, and the others behind a button', () => {
    view = madeView({
      queues,
      live: {
        q0: { waiting: 1, oldestWait: waits(30), present: 1, free: 0 },
        q1: { waiting: 2, oldestWait: waits(100), present: 1, free: 0 },
      },
      people: [madePerson('ana', { stateId: 'unattended' })],
    })
    render(<Headline of="centre" />)
    expect(screen.getByText(/^Queue 1: 2 wait/)).toBeDefined()
    fireEvent.click(screen.getByRole('button', { name: 'Go there' }))
    fireEvent.click(screen.getByRole('button', { name: /2/ }))
    expect(screen.getAllByRole('menuitem').map(({ textContent }) => textContent)).toEqual([
      'Queue 0: 1 waits, the longest 0:30; the one person there cannot take it now. 1 person who is not Ready could take it.',
      '1 person is Unattended.',
    ])
    fireEvent.click(screen.getByText('1 person is Unattended.'))
    expect(pushed).toEqual(['/live#q1', '/live?person=ana'])
  })

  test('of a queue that is given out by hand, that somebody has to', () => {
    view = madeView({
      queues: [madePlanQueue('q0', ['ana'], { selection: 'byHand' })],
      live: { q0: { waiting: 1, oldestWait: waits(50), present: 1, free: 1 } },
    })
    expect(shown('centre')).toContain('Queue 0: 1 waits, the longest 0:50; assign it.')
  })

  test('what closes soon with somebody waiting, who was refused, and what nobody could serve', () => {
    view = madeView({
      queues,
      live: { q0: { waiting: 2, oldestWait: waits(1), changesAt: now + 600_000, present: 1, free: 1 } },
    })
    expect(shown('centre')).toContain('Queue 0 closes in 10 min and 2 still wait.')
    view = madeView({ queues, interactions: [madeInteraction('i1', 'q0', now, { stuck: true, customerName: 'Orla' })] })
    expect(shown('centre')).toContain('Orla in Queue 0 was refused three times.')
    view = madeView({ queues: [madePlanQueue('q0', [])] })
    expect(shown('centre')).toContain('No one can serve Queue 0. Add people to it.')
  })

  test('an emergency before all else', () => {
    view = madeView({
      queues,
      live: { q0: { waiting: 4, oldestWait: waits(40), emergencyId: 'e' } },
      emergencies: [madeEmergency('e', { queueIds: ['q0'], from: now - 120_000 })],
    })
    expect(shown('centre')).toContain('Closed in an emergency for 2 min: the whole centre; 4 wait.')
  })
})

describe('an agent reads', () => {
  const seat = (rest: Partial<View>): View => ({
    ...madeView({ queues, people: [madePerson('ana')] }),
    agentId: 'ana',
    ...rest,
  })
  const own = (...all: ReturnType<typeof madeInteraction>[]): Partial<View> => ({
    interactions: Object.fromEntries(all.map((one) => [one.id, one])),
  })
  const talking = (seconds: number, rest: object = {}) =>
    madeInteraction('i1', 'q0', 0, {
      phase: 'connected',
      customerName: 'Orla',
      turn: { side: 'agent', since: now - seconds * 1000 },
      ...rest,
    })

  test('that they are Ready, or that nothing comes to them', () => {
    view = seat({})
    expect(shown('seat')).toBe('You are Ready to receive work.')
    view = seat({ people: { ana: madePerson('ana', { stateId: 'offline' }) } })
    expect(shown('seat')).toBe('Your presence is Offline: you receive no work.')
  })

  test('an offer first, then who waits for their word; an email has longer', () => {
    view = seat(own(talking(90), madeInteraction('i2', 'q0', 0, { phase: 'offered', customerName: 'Ilse' })))
    expect(shown('seat')).toBe('Ilse is waiting for your answer.')
    view = seat(own(talking(90)))
    expect(shown('seat')).toBe('Orla has waited 1:30 for your reply.')
    view = seat(own(talking(20)))
    expect(shown('seat')).toBe('1 conversation with you.')
    view = seat(own(talking(500, { channel: 'email' })))
    expect(shown('seat')).toBe('1 conversation with you.')
    view = seat(own(talking(700, { channel: 'voice' })))
    expect(shown('seat')).toBe('1 conversation with you.')
  })

  test('where they are needed while they take nothing', () => {
    const { queues: live } = madeView({ queues, live: { q0: { waiting: 2, free: 0 }, q1: { waiting: 3, free: 0 } } })
    view = seat({ queues: live, people: { ana: madePerson('ana', { stateId: 'offline' }) } })
    expect(shown('seat')).toBe('Queue 1: 3 wait and nobody is free. Your presence is Offline.')
  })

  test('that they are to leave', () => {
    view = seat({ people: { ana: madePerson('ana', { stateId: 'evacuated' }) } })
    expect(shown('seat')).toMatch(/safe|leave|evacuat/i)
  })
})

test('a stream that is lost is told before anything else', () => {
  view = madeView({ queues })
  status = 'lost'
  expect(shown('centre')).toBe(shown('seat'))
  expect(shown('centre')).not.toBe('Nobody waits.')
})

test('why nothing can be done is told instead of what waits; a cause without words is not', () => {
  view = madeView({ queues })
  trouble = 'diskFull'
  expect(shown('centre')).toMatch(/^The centre’s disk is full: nothing can be saved\./)
  expect(shown('seat')).toBe(shown('centre'))
  trouble = 'noRouter'
  expect(shown('seat')).toMatch(/^Routing stands still/)
  trouble = 'closing'
  expect(shown('centre')).toBe('Nobody waits.')
})
