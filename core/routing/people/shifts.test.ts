import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { groundsOf, nextDeadline, type Event } from '../index.ts'

// The test's clock begins at 1000 s. The day shift: from 1100 to 2000 s, and from 3000 to 4000 s.
const shifts = [{ id: 'day', openings: [1_100_000, 2_000_000, 3_000_000, 4_000_000] }]

const centreOf = (onShiftOnly = true): TestCentre => {
  const queues = [testQueue('boats', ['ana', 'ben'], { onShiftOnly })]
  const centre = new TestCentre(testPlan({ queues, shifts, places: { ana: { shiftId: 'day' } } }))
  centre.ready('ana')
  centre.ready('ben')
  return centre
}

const offered = (events: readonly Event[]): string[] =>
  events.flatMap((event) => (event.type === 'offerMade' ? [`${event.agentId} ${event.at / 1000}`] : []))

const nudge = (centre: TestCentre) => centre.do('setPresence', { agentId: 'ben', stateId: 'break' })
const absent = (centre: TestCentre, from: number, to: number, absenceId = 'x') =>
  centre.do('enterAbsence', { absenceId, agentId: 'ana', from: from * 1000, to: to * 1000, reason: 'holiday' })
const gapOf = (centre: TestCentre, agentId: string) =>
  groundsOf(centre.state, 'i1')
    ?.agents.find((one) => one.agentId === agentId)
    ?.grounds.find(({ criterion }) => criterion === 'onShift')

describe('a queue that asks for people on shift', () => {
  test('offers to nobody before the shift begins, and on its second to those who are on it', () => {
    const centre = centreOf()
    centre.arrive('i1', 'boats')
    expect(centre.state.interaction('i1').phase).toBe('waiting')
    expect(gapOf(centre, 'ana')).toMatchObject({ holds: false, gap: 'offShift' })
    expect(gapOf(centre, 'ben')).toMatchObject({ holds: false, gap: 'noShift' })
    expect(nextDeadline(centre.state)).toBe(1_100_000)
    expect(offered(nudge(centre.wait(200)).events)).toEqual(['ana 1100'])
  })

  test('does not offer after the shift, nor to the absent', () => {
    const centre = centreOf().wait(100)
    absent(centre, 1100, 1300)
    centre.arrive('i1', 'boats')
    expect(gapOf(centre, 'ana')?.gap).toBe('absent')
    expect(offered(nudge(centre.wait(300)).events)).toEqual(['ana 1300'])
    const late = centreOf().wait(1000)
    late.arrive('i1', 'boats')
    expect(offered(late.wait(900).do('setPresence', { agentId: 'ben', stateId: 'break' }).events)).toEqual([])
  })

  test('an absence taken back counts no more', () => {
    const centre = centreOf().wait(150)
    absent(centre, 1100, 1300)
    centre.arrive('i1', 'boats')
    expect(offered(centre.do('removeAbsence', { absenceId: 'x', agentId: 'ana' }).events)).toEqual(['ana 1150'])
  })

  test('a round ends when everybody on shift has tried, and the wait is told by those on shift', () => {
    const centre = centreOf().wait(200)
    centre.arrive('i1', 'boats')
    const offerId = centre.state.interaction('i1').visits[0]?.offers[0]?.id ?? ''
    const { events } = centre.do('declineOffer', { agentId: 'ana', offerId, interactionId: 'i1', reason: 'busy' })
    expect(events.map(({ type }) => type)).toEqual(['offerDeclined', 'roundEnded'])
    expect(centre.state.index.plain('boats').present[0]).toBe(1)
  })

  test('any other queue pays no heed to shifts', () => {
    const centre = centreOf(false)
    expect(offered(centre.arrive('i1', 'boats').events)).toEqual(['ana 1000'])
    expect(gapOf(centre, 'ana')).toBeUndefined()
  })
})

describe('entering an absence', () => {
  const person = (id: string) => ({ kind: 'person', id }) as const
  const body = { absenceId: 'x', agentId: 'ana', from: 1_200_000, to: 1_300_000, reason: 'family' } as const

  test('a supervisor may for anybody, an agent for themself where the centre allows it', () => {
    const centre = centreOf()
    expect(centre.do('enterAbsence', body, person('ben')).refusal?.code).toBe('notAllowed')
    expect(centre.do('enterAbsence', body, person('ana')).events).toMatchObject([{ type: 'absenceEntered', by: 'ana' }])
    expect(centre.do('removeAbsence', body, person('ben')).refusal?.code).toBe('notAllowed')
    const { plan } = centre.state
    if (plan !== null)
      centre.do('publishPlan', { plan: { ...plan, version: 2, centre: { ...plan.centre, ownAbsences: false } } })
    expect(centre.do('removeAbsence', body, person('ana')).refusal?.code).toBe('absenceNotOwn')
    expect(centre.do('removeAbsence', body, person('sup')).refusal).toBeNull()
  })

  test('it must end after it begins and after now, of an agent there is', () => {
    const centre = centreOf()
    expect(absent(centre, 1200, 1200).refusal?.code).toBe('absenceTime')
    expect(absent(centre, 500, 900).refusal?.code).toBe('absenceTime')
    const nobody = centre.do('enterAbsence', { ...body, agentId: 'zoe' })
    expect(nobody.refusal?.code).toBe('unknownAgent')
    expect(centre.do('removeAbsence', body).refusal?.code).toBe('unknownAbsence')
  })

  test('one that is long over is forgotten', () => {
    const day = 86_400
    const centre = new TestCentre(testPlan({ dayStarts: [2_000_000, 2_000_000 + 4 * day * 1000] }))
    absent(centre, 1000, 1200)
    nudge(centre.wait(1500))
    expect(centre.state.absences).toHaveLength(1)
    nudge(centre.wait(5 * day))
    expect(centre.state.absences).toHaveLength(0)
  })
})
