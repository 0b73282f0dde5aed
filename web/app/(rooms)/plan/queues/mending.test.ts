import {
  checkQueue,
  chatsOnly,
  plainPerson,
  type FindingCode,
  type PlanDocument,
  type QueueEdit,
} from '@eudromos/core/plan'
import { plannedLine, plannedQueue } from '@eudromos/core/testing'
import { mendable, mendOf } from './mending.ts'

type Queue = QueueEdit

const queue = (rest: Partial<Queue> = {}): Queue => ({
  ...plannedQueue('bookings', { name: 'Bookings' }),
  lineIds: ['site'],
  ...rest,
})

const person = (
  id: string,
  teamId: string | null = null,
  roles: PlanDocument['people'][number]['roles'] = ['agent'],
) => ({
  ...plainPerson,
  id,
  roles,
  loadLimitsId: 'three',
  teamId,
  skills: [{ skillId: 'papers', level: 3 }],
})
const team = (id: string) => ({ id, name: id, parentId: null, leadId: null, private: false, observerIds: [] })

const document = (one: Queue): PlanDocument =>
  ({
    people: [person('ana'), person('ben', 'care'), person('sup', null, ['supervisor'])],
    teams: [team('care'), team('empty')],
    skills: [{ id: 'papers', name: 'Papers', description: '', kind: 'knowledge' }],
    loadLimits: [{ id: 'three', name: 'Three', slots: 3, channels: chatsOnly(3) }],
    hours: [],
    lines: [plannedLine(one.lineIds.map(() => one.id))],
    queues: [
      one,
      queue({ id: 'groups', name: 'Groups', whenFullTo: 'bookings' }),
      queue({ id: 'old', name: 'Old', service: 'retired' }),
    ],
  }) as unknown as PlanDocument

const papers = { skillId: 'papers', least: 2, most: 5 }

test.each<[FindingCode, Partial<Queue>]>([
  ['unknownPerson', { agentIds: ['ana', 'ghost', 'ben'] }],
  ['notAnAgent', { laterReaches: [{ afterSeconds: 30, agentIds: ['sup'], teams: [] }] }],
  ['unknownTeam', { teams: [{ teamId: 'gone', tier: null }] }],
  [
    'teamWithoutAgents',
    { laterReaches: [{ afterSeconds: 9, agentIds: [], teams: [{ teamId: 'empty', tier: null }] }] },
  ],
  ['unknownHours', { hoursId: 'never' }],
  ['unknownSkill', { requirements: [{ skillId: 'flying', least: 1, most: 5 }] }],
  ['relaxesNothing', { requirements: [papers], relaxations: [{ ...papers, afterSeconds: 30 }] }],
  ['reachAddsNobody', { laterReaches: [{ afterSeconds: 30, agentIds: ['ana'], teams: [] }] }],
  [
    'stepTooLate',
    { longestWaitSeconds: 60, requirements: [papers], relaxations: [{ ...papers, least: 0, afterSeconds: 90 }] },
  ],
  ['answerWindowBeyondTarget', { answerWindowSeconds: 45 }],
  ['sentInACircle', { atClosingTo: 'groups' }],
  ['unknownQueue', { atClosingTo: 'old' }],
  ['fullToUnknown', { whenFullTo: 'nowhere' }],
  ['fullInACircle', { whenFullTo: 'groups' }],
  ['waitedToUnknown', { longestWaitSeconds: 60, longestWaitTo: 'old' }],
  ['waitedInACircle', { longestWaitSeconds: 60, longestWaitTo: 'groups' }],
  ['nobodyOnShift', { onShiftOnly: true }],
  ['noLine', { id: 'apart', name: 'Apart', lineIds: [] }],
])('%s is found, and gone once it is mended', (code, rest) => {
  const before = queue(rest)
  const found = checkQueue(before, document(before)).find((one) => one.code === code)
  if (found === undefined) throw new Error('it was not found')
  const patch = mendOf(found, before, document(before))
  expect(patch).not.toBeNull()
  const after = { ...before, ...patch }
  expect(checkQueue(after, document(after)).map((one) => one.code)).not.toContain(code)
  expect(mendable).toContain(code)
})

test('what needs somebody to decide has no one action', () => {
  const nobody = queue({ agentIds: [] })
  const [found] = checkQueue(nobody, document(nobody))
  expect(found?.code).toBe('nobodyCanServe')
  if (found !== undefined) expect(mendOf(found, nobody, document(nobody))).toBeNull()
})
