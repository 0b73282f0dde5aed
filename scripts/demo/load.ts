// Puts a scenario into an empty database: people who can sign in, the plan's draft, and its first published version.
import { hash } from '@node-rs/argon2'
import { publishDraft, schema, type Database } from '../../database/index.ts'
import type { PlanDocument } from '../../core/plan/index.ts'
import { centre, line, queues, skills, teams, testCustomers, times } from './scenario.ts'
import { people, type ScenarioPerson } from './scenario-people.ts'

export interface Scenario {
  readonly people: readonly ScenarioPerson[]
  readonly queues: PlanDocument['queues']
  readonly skills?: PlanDocument['skills']
  readonly teams?: PlanDocument['teams']
  readonly times?: Pick<PlanDocument, 'hours' | 'calendars' | 'sites' | 'shifts'>
}

export const skerrow: Scenario = { people, queues, skills, teams, times }

/** A centre that nobody has set up: one administrator, no queue. */
export const unconfigured: Scenario = { people: people.filter(({ id }) => id === 'teodor-lindqvist'), queues: [] }

/** Forty queues and 400 simulated agents beside the staff, to see the screens under load. */
export function large(): Scenario {
  const agents = Array.from({ length: 400 }, (_, n): ScenarioPerson => {
    const like = people.filter(({ simulated }) => simulated)[n % 24] as ScenarioPerson
    const round = Math.floor(n / 24)
    return round === 0 ? like : { ...like, id: `${like.id}-${round + 1}`, name: `${like.name} ${round + 1}` }
  })
  const staff = people.filter(({ simulated }) => !simulated)
  const areas = Array.from({ length: 40 }, (_, n) => {
    const like = queues[n % 5] as PlanDocument['queues'][number]
    const harbour = ['Port Ansel', 'Vellan', 'Marrow Bay', 'Quill Sound', 'Hesk', 'Low Tarn', 'Brae', 'Sund'][
      Math.floor(n / 5)
    ]
    const members = agents.filter((_agent, k) => k % 40 === n || k % 40 === (n + 7) % 40).map(({ id }) => id)
    const own = like.agentIds.filter((id) => staff.some((person) => person.id === id))
    return {
      ...like,
      id: `${like.id}-${n}`,
      name: `${like.name}, ${harbour}`,
      agentIds: [...own, ...members],
      atClosingTo: null,
    }
  })
  return { people: [...staff, ...agents], queues: areas, skills, teams, times }
}

/** Loads the scenario and publishes its plan at `at`. `password` is every person's, and unknown to people. */
export async function load(database: Database, scenario: Scenario, password: string, at: number): Promise<void> {
  const passwordHash = await hash(password)
  await database.transaction(async (tx) => {
    const withEmail = scenario.people.map((person) => ({ ...person, email: `${person.id}@skerrow.example` }))
    const { hours = [], calendars = [], sites = [], shifts = [] } = scenario.times ?? {}
    if (sites.length > 0)
      await tx
        .insert(schema.site)
        .values(sites.map((one, position) => ({ ...one, calendarIds: [...one.calendarIds], position })))
    if (shifts.length > 0)
      await tx
        .insert(schema.shift)
        .values(shifts.map((one, position) => ({ ...one, calendarIds: [...one.calendarIds], position })))
    if (scenario.teams !== undefined)
      await tx
        .insert(schema.team)
        .values(scenario.teams.map((one, position) => ({ ...one, observerIds: [...one.observerIds], position })))
    await tx.insert(schema.person).values(
      withEmail.map(({ id, name, email, roles, loadLimitsId, siteId, shiftId, teamId, tier, simulated }) => ({
        id,
        name,
        email,
        roles: [...roles],
        loadLimitsId,
        siteId: scenario.times === undefined ? null : siteId,
        shiftId: scenario.times === undefined ? null : shiftId,
        teamId: scenario.teams === undefined ? null : teamId,
        tier,
        simulated,
      })),
    )
    const real = withEmail.filter(({ simulated }) => !simulated)
    await tx.insert(schema.user).values(real.map(({ id, name, email }) => ({ id, name, email, emailVerified: true })))
    await tx
      .insert(schema.account)
      .values(
        real.map(({ id }) => ({ id, accountId: id, userId: id, providerId: 'credential', password: passwordHash })),
      )
    await tx.insert(schema.customer).values(testCustomers.map((customer) => ({ ...customer, test: true })))
    await tx.insert(schema.planDraft).values({ id: 1, version: 0, centre: centre.centre })
    await tx.insert(schema.presenceState).values(
      centre.presenceStates.map((state, position) => ({
        ...state,
        admits: [...state.admits],
        teamIds: [...state.teamIds],
        position,
      })),
    )
    const known = new Set((scenario.skills ?? []).map(({ id }) => id as string))
    if (scenario.skills !== undefined)
      await tx.insert(schema.skill).values(scenario.skills.map((one, position) => ({ ...one, position })))
    const held = scenario.people.flatMap(({ id, skills: own }) =>
      Object.entries(own).flatMap(([skillId, level]) => (known.has(skillId) ? [{ personId: id, skillId, level }] : [])),
    )
    if (held.length > 0) await tx.insert(schema.personSkill).values(held)
    await tx.insert(schema.loadLimits).values([...centre.loadLimits])
    await tx.insert(schema.declineReason).values(centre.declineReasons.map((row, position) => ({ ...row, position })))
    await tx.insert(schema.disposition).values(centre.dispositions.map((row, position) => ({ ...row, position })))
    await tx.insert(schema.line).values(line)
    if (calendars.length > 0)
      await tx.insert(schema.holidayCalendar).values(calendars.map((calendar, position) => ({ ...calendar, position })))
    if (hours.length > 0)
      await tx
        .insert(schema.hours)
        .values(hours.map((one, position) => ({ ...one, calendarIds: [...one.calendarIds], position })))
    for (const [position, queue] of scenario.queues.entries()) {
      const { agentIds, testCustomerIds, target, ...plain } = queue
      await tx.insert(schema.queue).values({
        ...plain,
        position,
        targetPercent: target?.percent ?? null,
        targetSeconds: target?.seconds ?? null,
      })
      if (agentIds.length > 0)
        await tx
          .insert(schema.queueAgent)
          .values(agentIds.map((personId, place) => ({ queueId: queue.id, personId, position: place })))
      if (testCustomerIds.length > 0)
        await tx
          .insert(schema.queueTestCustomer)
          .values(testCustomerIds.map((customerId) => ({ queueId: queue.id, customerId })))
    }
  })
  await publishDraft(database, {
    expectedDraft: 0,
    by: null,
    note: 'The plan at the beginning',
    at,
    envelope: (plan) => ({
      id: 'first-plan',
      type: 'publishPlan',
      v: 1,
      actor: { kind: 'system', id: 'setup' },
      onBehalfOf: null,
      reason: null,
      correlation: null,
      body: { plan },
    }),
  })
}
