import { plannedLine, plannedQueue } from '../testing/index.ts'
import {
  checkSkill,
  chatsOnly,
  hoursCovered,
  hoursOpen,
  skillEdit,
  withSkill,
  type PlanDocument,
  type SkillEdit,
} from './index.ts'

/** A Friday, 10:00 in Lisbon. */
const at = Date.parse('2027-03-12T10:00:00Z')
const fares = { id: 'fares', name: 'Fares', kind: 'knowledge' as const, description: '' }
const french = { id: 'french', name: 'French', kind: 'language' as const, description: '' }

const person = (id: string, shiftId: string | null, levels: Record<string, number> = {}) => ({
  id,
  roles: ['agent'] as const,
  loadLimitsId: 'usual',
  siteId: null,
  shiftId,
  skills: Object.entries(levels).map(([skillId, level]) => ({ skillId, level })),
})

const hours = (id: string, from: string, to: string) => ({
  id,
  name: id,
  description: '',
  zone: 'Europe/Lisbon',
  weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from, to })),
  exceptions: [],
  calendarIds: [],
})

const document = {
  centre: { name: 'Centre', zone: 'Europe/Lisbon' },
  loadLimits: [{ id: 'usual', name: '', slots: 1, channels: chatsOnly(1) }],
  people: [person('ana', 'early', { fares: 3 }), person('ben', 'late', { fares: 1 }), person('cleo', null)],
  skills: [fares, french],
  queues: [
    plannedQueue('boats', {
      name: 'Boats',
      agentIds: ['ana', 'ben', 'cleo'],
      requirements: [{ skillId: 'fares', least: 2, most: 5 }],
      target: null,
      hoursId: 'desk',
    }),
  ],
  lines: [plannedLine(['boats'])],
  hours: [hours('desk', '08:00', '18:00')],
  shifts: [
    { ...hours('early', '08:00', '12:30'), pauses: [] },
    { ...hours('late', '12:00', '16:00'), pauses: [] },
  ],
  sites: [],
  calendars: [],
} as unknown as PlanDocument

const codes = (edit: SkillEdit): string[] => checkSkill(edit, document).map(({ code }) => code)

test('a skill is edited with who has it and who asks for it', () => {
  expect(skillEdit(document, fares)).toEqual({
    skill: fares,
    levels: [
      { personId: 'ana', level: 3 },
      { personId: 'ben', level: 1 },
    ],
    asked: [{ queueId: 'boats', least: 2, most: 5 }],
  })
  const edit = skillEdit(document, fares)
  expect(skillEdit(withSkill(document, edit), fares)).toEqual(edit)
})

test('what a skill lacks, and the queue that it would leave without anyone', () => {
  const edit = skillEdit(document, fares)
  expect(codes(edit)).toEqual([])
  expect(codes({ ...edit, levels: [] })).toEqual(['nobodyHasIt', 'leavesQueue'])
  expect(codes({ ...edit, levels: [{ personId: 'ben', level: 5 }] })).toEqual(['onePersonHasIt'])
  expect(codes({ ...edit, asked: [{ queueId: 'boats', least: 4, most: 5 }] })).toEqual(['leavesQueue'])
  expect(codes({ ...edit, skill: { ...fares, name: ' french' } })).toEqual(['nameTaken'])
})

test('the hours of a week that shifts cover, and those that a queue is open', () => {
  const covered = hoursCovered(document.people, document, at)
  expect(covered).toHaveLength(168)
  // Friday 10, 11 and 12 o'clock, when early and late overlap; then late alone, then nobody until Monday.
  expect(covered.slice(0, 8).map(({ count }) => count)).toEqual([1, 1, 2, 1, 1, 1, 0, 0])
  expect(covered.findIndex(({ count }, n) => n > 8 && count > 0)).toBe(14 + 2 * 24 + 8)
  const [boats] = document.queues
  if (boats === undefined) throw new Error('no queue')
  expect(hoursOpen(boats, document, at).slice(0, 9)).toEqual([true, true, true, true, true, true, true, true, false])
  expect(hoursOpen({ hoursId: null }, document, at).every((open) => open)).toBe(true)
})
