// Puts a scenario into an empty database: people who can sign in, the plan's draft, and its first published version.
import { hash } from '@node-rs/argon2'
import { publishDraft, putPlan, schema, type Database } from '../../database/index.ts'
import { phones } from '../../outside/index.ts'
import { customerTerms } from './customers.ts'
import type { PlanDocument } from '../../core/plan/index.ts'
import { centre, lines, queues, skills, teams, testCustomers } from './scenario.ts'
import { times } from './scenario-times.ts'
import { people, type ScenarioPerson } from './scenario-people.ts'

export interface Scenario {
  readonly people: readonly ScenarioPerson[]
  readonly queues: PlanDocument['queues']
  /** Those of the ferry company where it is left out. */
  readonly lines?: PlanDocument['lines']
  readonly skills?: PlanDocument['skills']
  readonly teams?: PlanDocument['teams']
  readonly times?: Pick<PlanDocument, 'hours' | 'calendars' | 'sites' | 'shifts'>
  readonly centre?: typeof centre
  readonly testCustomers?: readonly { readonly id: string; readonly name: string }[]
  /** Telephones of customers who are known. */
  readonly phones?: typeof phones
  readonly mailDomain?: string
}

export const skerrow: Scenario = { people, queues, skills, teams, times }

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
      whenFullTo: null,
      longestWaitTo: null,
    }
  })
  return { people: [...staff, ...agents], queues: areas, skills, teams, times }
}

/** The scenario's plan. What it does not have, its people do not have either. */
function planOf({
  people: all,
  queues: own,
  lines: reached = lines,
  skills: known = [],
  teams: parts = [],
  times: at,
  centre: settings = centre,
}: Scenario): PlanDocument {
  const { hours = [], calendars = [], sites = [], shifts = [] } = at ?? {}
  const ids = new Set(known.map(({ id }) => id as string))
  return {
    ...settings,
    people: all.map(({ id, roles, loadLimitsId, siteId, shiftId, teamId, tier, skills: levels }) => ({
      id,
      roles,
      loadLimitsId,
      siteId: sites.length === 0 ? null : siteId,
      shiftId: shifts.length === 0 ? null : shiftId,
      teamId: parts.length === 0 ? null : teamId,
      tier: parts.length === 0 ? null : tier,
      skills: Object.entries(levels).flatMap(([skillId, level]) => (ids.has(skillId) ? [{ skillId, level }] : [])),
    })),
    queues: own,
    lines: reached.flatMap((line) => {
      const led = line.queueIds.length === 0 ? own.map(({ id }) => id) : line.queueIds
      return led.every((id) => own.some((queue) => queue.id === id)) ? [{ ...line, queueIds: led }] : []
    }),
    skills: known,
    teams: parts,
    // Of teams that are not there nobody has any.
    templates: settings.templates.filter(({ teamIds }) => teamIds.every((id) => parts.some((team) => team.id === id))),
    hours,
    calendars,
    sites,
    shifts,
  }
}

/** Loads the scenario and publishes its plan at `at`. `password` is every person's, and unknown to people. */
export async function load(database: Database, scenario: Scenario, password: string, at: number): Promise<void> {
  const passwordHash = await hash(password)
  await database.transaction(async (tx) => {
    const withEmail = scenario.people.map((person) => ({
      ...person,
      email: `${person.id}@${scenario.mailDomain ?? 'skerrow.example'}`,
    }))
    await tx
      .insert(schema.person)
      .values(
        withEmail.map(({ id, name, email, roles, simulated }) => ({ id, name, email, roles: [...roles], simulated })),
      )
    const real = withEmail.filter(({ simulated }) => !simulated)
    await tx.insert(schema.user).values(real.map(({ id, name, email }) => ({ id, name, email, emailVerified: true })))
    await tx
      .insert(schema.account)
      .values(
        real.map(({ id }) => ({ id, accountId: id, userId: id, providerId: 'credential', password: passwordHash })),
      )
    const testers = scenario.testCustomers ?? testCustomers
    if (testers.length > 0)
      await tx.insert(schema.customer).values(testers.map((customer) => ({ ...customer, test: true })))
    const known = scenario.phones ?? phones
    const numbers = known.map(({ number }) => ({
      id: `address-${number.slice(1)}`,
      kind: 'phone' as const,
      value: number,
    }))
    if (numbers.length > 0) await tx.insert(schema.address).values(numbers)
    for (const { number, people } of known)
      for (const name of people) {
        const id = `customer-${name.toLowerCase().replaceAll(' ', '-')}`
        await tx.insert(schema.customer).values({ id, name, ...customerTerms(name) })
        await tx.insert(schema.customerAddress).values({ customerId: id, addressId: `address-${number.slice(1)}` })
      }
    await tx.insert(schema.planDraft).values({ id: 1, version: 0, centre: (scenario.centre ?? centre).centre })
    await putPlan(tx, planOf(scenario))
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
