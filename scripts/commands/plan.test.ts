// A plan file written by one command and read by another, on the demo's scenario.
import type { PlanDocument } from '../../core/plan/index.ts'
import type { Command } from '../../core/routing/index.ts'
import { changeAndPublish, connect, readDraft, readPublished, type Database } from '../../database/index.ts'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import { load, skerrow } from '../demo/load.ts'
import { beginsAt } from '../demo/scenario.ts'
import { planOf } from './given.ts'
import { checkFile, importPlan, isFault } from './plan.ts'

let place: TestDatabase
let database: Database

async function open(): Promise<void> {
  place = await testDatabase()
  database = connect(place.ownerUrl)
  await load(database, skerrow, 'a password for tests', beginsAt)
}

async function close(): Promise<void> {
  await database.$client.end()
  await place.drop()
}

async function exported(): Promise<PlanDocument> {
  const draft = await readDraft(database)
  if (draft === null) throw new Error('no draft')
  return draft.document
}

const taken = (plan: unknown, publish = true) => importPlan(database, JSON.stringify(plan), { publish, at: beginsAt })

describe('an import', () => {
  beforeEach(open)
  afterEach(close)

  test('what was exported changes nothing', async () => {
    const { changes, findings, publishedAs } = await taken(await exported())
    expect(changes).toEqual([])
    expect(findings.filter(isFault)).toEqual([])
    expect(publishedAs).toBeNull()
  })

  test('a line leads where the file says', async () => {
    const before = await exported()
    const lines = before.lines.map((line) => ({ ...line, queueIds: line.queueIds.filter((id) => id !== 'groups') }))
    const { changes, findings } = await taken({ ...before, lines }, false)
    expect(changes.map(({ of, fields }) => [of, fields.map(({ field }) => field)])).toEqual([['lines', ['queueIds']]])
    expect(findings).toContainEqual(expect.objectContaining({ code: 'noLine', of: 'queue groups' }))
  })

  test('a changed plan is shown first, then published as it stands in the file', async () => {
    const before = await exported()
    const changed: PlanDocument = {
      ...before,
      centre: { ...before.centre, preferredSeconds: 99 },
      queues: before.queues
        .filter(({ id }) => id !== 'groups')
        .map((queue) => (queue.id === 'bookings' ? { ...queue, teams: [{ teamId: 'care-desk', tier: null }] } : queue)),
      lines: before.lines.map((line) => ({ ...line, queueIds: line.queueIds.filter((id) => id !== 'groups') })),
      sites: before.sites.filter(({ id }) => id !== 'vellan'),
      people: before.people.map((person) => ({
        ...person,
        siteId: person.siteId === 'vellan' ? 'marrow-bay' : person.siteId,
      })),
    }
    const shown = await taken(changed, false)
    expect(shown.publishedAs).toBeNull()
    expect(shown.changes.map(({ what, of, id }) => `${what} ${of} ${id}`)).toEqual(
      expect.arrayContaining([
        'changed centre centre',
        'changed queues bookings',
        'removed queues groups',
        'removed sites vellan',
      ]),
    )
    expect(await exported()).toEqual(before)
    const { publishedAs, findings } = await taken(changed)
    expect(findings.filter(isFault)).toEqual([])
    expect(await exported()).toEqual(changed)
    expect((await readPublished(database, publishedAs ?? 0))?.centre.preferredSeconds).toBe(99)
    const { dayStartsAtHour, preferredSeconds, ...settings } = changed.centre
    const named = { ...settings, dayTurnsAtHour: dayStartsAtHour, wishSeconds: preferredSeconds }
    expect(planOf(JSON.stringify({ ...changed, centre: named }))).toEqual(changed)
  })

  test('a plan with faults is not published, and all of them are told at once', async () => {
    const before = await exported()
    const [first, second] = before.queues
    if (first === undefined || second === undefined) throw new Error('two queues are needed')
    const { findings, publishedAs } = await taken({
      ...before,
      people: [...before.people, { ...before.people[0], id: 'a-stranger' }],
      queues: [
        { ...first, name: second.name, testCustomerIds: ['unheard-of'] },
        { ...second, hoursId: 'never-made' },
        ...before.queues.slice(2),
      ],
    })
    expect(publishedAs).toBeNull()
    expect(findings.filter(isFault).map(({ code }) => code)).toEqual(
      expect.arrayContaining(['unknownHere', 'unknownHere', 'nameTaken', 'unknownHours']),
    )
    expect(await exported()).toEqual(before)
  })

  test('people whom the file leaves out stay as they are, but for what is gone from the plan', async () => {
    const before = await exported()
    const people = before.people
      .filter(({ id }) => id !== 'ana-mirel' && id !== 'joao-tavares')
      .map((person) => (person.shiftId === 'late' ? { ...person, shiftId: null } : person))
    const without = { ...before, people }
    const { publishedAs, changes } = await taken({
      ...without,
      shifts: before.shifts.filter(({ id }) => id !== 'late'),
    })
    expect(publishedAs).not.toBeNull()
    expect(changes.map(({ what, id }) => `${what} ${id}`)).toContain('removed late')
    const after = await exported()
    expect(after.people.find(({ id }) => id === 'ana-mirel')).toEqual(
      before.people.find(({ id }) => id === 'ana-mirel'),
    )
    expect(after.people.find(({ id }) => id === 'joao-tavares')?.shiftId).toBeNull()
  })

  test('a file that is not in the form of a plan is refused with the places named', async () => {
    await expect(taken({ queues: 3 })).rejects.toMatchObject({ faults: expect.arrayContaining([expect.anything()]) })
  })
})

/** A plan with one thing planted in it that cannot be published, and where it is told. */
const planted: [string, (plan: PlanDocument) => object, string][] = [
  ['a line’s hours', (plan) => ({ lines: plan.lines.map((one) => ({ ...one, hoursId: 'x' })) }), 'hoursGone'],
  ['a queue twice', ({ queues }) => ({ queues: [...queues, queues[0]] }), 'idTwice'],
  ['a person twice', ({ people }) => ({ people: [...people, people[0]] }), 'idTwice'],
  ...(['missedStateId', 'awayStateId', 'evacuatedStateId', 'recoverStateId'] as const).map(
    (field): [string, (plan: PlanDocument) => object, string] => [
      field,
      ({ centre }) => ({ centre: { ...centre, [field]: 'x' } }),
      'notThere',
    ],
  ),
  ...(['shiftId', 'siteId', 'teamId', 'loadLimitsId'] as const).map(
    (field): [string, (plan: PlanDocument) => object, string] => [
      `a person’s ${field}`,
      ({ people }) => ({ people: people.map((one) => ({ ...one, [field]: 'x' })) }),
      'notThere',
    ],
  ),
  [
    'a person’s skill',
    ({ people }) => ({ people: people.map((one) => ({ ...one, skills: [{ skillId: 'x', level: 1 }] })) }),
    'notThere',
  ],
  [
    'a skill held twice',
    ({ people }) => ({ people: people.map((one) => ({ ...one, skills: [...one.skills, ...one.skills] })) }),
    'namedTwice',
  ],
  ['the centre’s zone', ({ centre }) => ({ centre: { ...centre, zone: 'Atlantis' } }), 'unknownZone'],
  ['a site’s zone', ({ sites }) => ({ sites: sites.map((one) => ({ ...one, zone: 'Atlantis' })) }), 'notValid'],
  ['the zone of hours', ({ hours }) => ({ hours: hours.map((one) => ({ ...one, zone: 'Atlantis' })) }), 'notValid'],
  [
    'an agent twice in a queue',
    ({ queues }) => ({ queues: queues.map((one) => ({ ...one, agentIds: ['ana-mirel', 'ana-mirel'] })) }),
    'namedTwice',
  ],
  [
    'a queue twice in a line',
    ({ lines }) => ({ lines: lines.map((one) => ({ ...one, queueIds: [...one.queueIds, ...one.queueIds] })) }),
    'namedTwice',
  ],
  ['a team’s parent', ({ teams }) => ({ teams: teams.map((one) => ({ ...one, parentId: 'x' })) }), 'notThere'],
  ['a team’s lead', ({ teams }) => ({ teams: teams.map((one) => ({ ...one, leadId: 'x' })) }), 'leadIsGone'],
  ['a team’s observer', ({ teams }) => ({ teams: teams.map((one) => ({ ...one, observerIds: ['x'] })) }), 'notThere'],
  [
    'a state’s team',
    ({ presenceStates }) => ({ presenceStates: presenceStates.map((one) => ({ ...one, teamIds: ['x'] })) }),
    'notThere',
  ],
  [
    'a template’s team',
    ({ templates }) => ({ templates: templates.map((one) => ({ ...one, teamIds: ['x'] })) }),
    'teamGone',
  ],
  [
    'the need of a skill',
    ({ centre }) => ({
      centre: {
        ...centre,
        needs: { ...centre.needs, relay: { patience: 1, requirements: [{ skillId: 'x', least: 1, most: 5 }] } },
      },
    }),
    'notThere',
  ],
  [
    'a line’s crossed bounds',
    ({ lines, skills }) => ({
      lines: lines.map((one) => ({ ...one, requirements: [{ skillId: skills[0]?.id, least: 4, most: 2 }] })),
    }),
    'boundsCrossed',
  ],
  [
    'two lines of one number',
    ({ lines }) => ({
      lines: [...lines, ...lines.map((one) => ({ ...one, id: `${one.id}-2`, name: `${one.name} 2` }))],
    }),
    'numberTaken',
  ],
  [
    'a calendar’s date',
    ({ calendars }) => ({
      calendars: calendars.map((one) => ({
        ...one,
        holidays: [{ name: 'x', from: '2027-02-30', until: '2027-02-30' }],
      })),
    }),
    'calendarNotValid',
  ],
  [
    'nobody who administers',
    ({ people }) => ({ people: people.map((one) => ({ ...one, roles: ['agent'] })) }),
    'noAdministrator',
  ],
]

describe('what is refused, and changes nothing', () => {
  beforeAll(open)
  afterAll(close)

  test.each(planted)(
    'what cannot be published is found by the check, and by publishing itself: %s',
    async (_, make, code) => {
      const before = await exported()
      const plan = { ...before, ...make(before) } as PlanDocument
      expect(
        checkFile(JSON.stringify(plan), beginsAt)
          .filter(isFault)
          .map((one) => one.code),
      ).toContain(code)
      await expect(
        changeAndPublish(
          database,
          { kind: 'plan', document: plan },
          { expectedDraft: 1, by: null, note: '', at: beginsAt, envelope: () => ({}) as Command },
        ),
      ).rejects.toThrow()
      expect(await exported()).toEqual(before)
    },
  )

  test.each([
    ['queues/0', 'longestWiatSeconds'],
    ['centre', 'zoen'],
    ['lines/0', 'langauge'],
    ['hours/0/weekly/0', 'untill'],
  ])('a misspelt property is named with its place: %s', async (at, name) => {
    const plan = structuredClone(await exported()) as unknown as Record<string, unknown>
    const place = at.split('/').reduce<Record<string, unknown>>((of, key) => of[key] as Record<string, unknown>, plan)
    place[name] = 3
    expect(() => checkFile(JSON.stringify(plan), beginsAt)).toThrow(
      expect.objectContaining({
        faults: [{ pointer: `/${at}/${name}`, detail: `There is no property “${name}” here.` }],
      }) as Error,
    )
  })
})
