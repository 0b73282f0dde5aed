// The made-up people of the demo.
import type { Role } from '../../core/plan/index.ts'

export interface ScenarioPerson {
  readonly id: string
  readonly name: string
  readonly roles: readonly Role[]
  readonly loadLimitsId: string | null
  readonly siteId: string | null
  readonly shiftId: string | null
  readonly teamId: string | null
  readonly tier: number | null
  readonly simulated: boolean
  /** By skill: the level. */
  readonly skills: Readonly<Record<string, number>>
  /** What to try as this person, said where one signs in. */
  readonly hint: string
}

/** An id that reads like the name. */
export const slug = (name: string): string =>
  name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z]+/g, '-')

const person = (
  name: string,
  roles: Role[],
  limits: string | null,
  hint: string,
  siteId = 'port-ansel',
  shiftId: string | null = null,
  skills: Readonly<Record<string, number>> = {},
): ScenarioPerson => ({
  id: slug(name),
  name,
  roles,
  loadLimitsId: limits,
  siteId,
  shiftId,
  teamId: roles.includes('agent') ? (roles.length > 1 ? 'bookings-desk' : 'crossing-desk') : null,
  tier: roles.includes('agent') ? (limits === 'one-chat' ? 1 : 2) : null,
  simulated: false,
  skills,
  hint,
})

const staff: readonly ScenarioPerson[] = [
  person('Rosalind Okafor', ['supervisor'], null, 'steers the day, shapes the plan'),
  person('Teodor Lindqvist', ['administrator'], null, 'sets the centre up'),
  person('Ana Mirel', ['agent'], 'three-chats', 'answers calls, chats and texts at her seat', 'port-ansel', 'early', {
    english: 4,
    portuguese: 5,
    fares: 3,
    accessibility: 3,
    rebooking: 4,
    'refund-authority': 3,
  }),
  person('João Tavares', ['agent'], 'three-chats', 'answers calls, chats and texts at his seat', 'port-ansel', 'late', {
    english: 5,
    portuguese: 5,
    fares: 4,
    'freight-papers': 3,
    rebooking: 3,
  }),
  person('Inês Valadão', ['agent'], 'one-chat', 'new here: one chat at a time', 'port-ansel', 'early', {
    english: 3,
    portuguese: 5,
    rebooking: 2,
  }),
  person(
    'Bram Ostrander',
    ['supervisor', 'agent'],
    'one-chat',
    'supervises, and helps out at a seat',
    'port-ansel',
    'office',
    { english: 5, french: 3, fares: 5 },
  ),
  person('Mei Sorrell', ['observer'], null, 'reads everything, changes nothing'),
]

const simulatedNames = [
  'Aldo Penhallow',
  'Beatriz Moura',
  'Callum Wray',
  'Dorte Halvorsen',
  'Emil Kastner',
  'Fenna de Wit',
  'Gil Navarro',
  'Hanne Storm',
  'Ivo Marchetti',
  'Jana Kubik',
  'Kofi Asante',
  'Lena Farrow',
  'Milo Trevanion',
  'Noor Haddad',
  'Otto Lindgren',
  'Petra Voss',
  'Quentin Ames',
  'Ruta Jansone',
  'Silvio Conti',
  'Tamsin Rook',
  'Ulla Berg',
  'Viggo Dahl',
  'Wanda Pryce',
  'Yara Solis',
]

/** Two thirds sit at Port Ansel, early and late; four at Vellan, four at Marrow Bay, who cover the night. */
const whereOf = (n: number): Pick<ScenarioPerson, 'siteId' | 'shiftId'> => {
  if (n >= 20) return { siteId: 'marrow-bay', shiftId: 'night' }
  if (n >= 16) return { siteId: 'vellan', shiftId: 'vellan' }
  return { siteId: 'port-ansel', shiftId: n % 2 === 0 ? 'early' : 'late' }
}

const teamOf = (n: number): string =>
  n < 10 ? 'crossing-desk' : n < 14 ? 'bookings-desk' : n < 18 ? 'freight-desk' : n < 22 ? 'care-desk' : 'quay-watch'

/** Everybody speaks English; a third Portuguese, a few French; what they know goes with the queues they work in. */
const skillsOf = (n: number): Record<string, number> => ({
  english: 3 + (n % 3),
  ...(n % 3 === 0 ? { portuguese: 2 + (n % 4) } : {}),
  ...(n % 8 === 1 ? { french: 2 + (n % 3) } : {}),
  ...(n < 9 ? { rebooking: 1 + (n % 5) } : {}),
  ...(n >= 6 && n < 15 ? { fares: 1 + (n % 4) } : {}),
  ...(n >= 14 && n < 19 ? { 'freight-papers': 1 + (n % 5) } : {}),
  ...(n >= 18 && n < 22 ? { accessibility: 2 + (n % 3) } : {}),
})

export const simulated: readonly ScenarioPerson[] = simulatedNames.map((name, n) => ({
  id: slug(name),
  name,
  roles: ['agent'],
  loadLimitsId: n % 5 === 0 ? 'one-written' : n % 5 === 4 ? 'written-only' : 'three-chats',
  ...whereOf(n),
  teamId: teamOf(n),
  // The crossing desk has tiers: newer people first, then those who know more.
  tier: n < 10 ? 1 + Number(n % 3 === 0) : null,
  simulated: true,
  skills: skillsOf(n),
  hint: 'simulated',
}))

export const people: readonly ScenarioPerson[] = [...staff, ...simulated]
