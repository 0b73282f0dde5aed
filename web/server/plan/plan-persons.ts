import 'server-only'
import { hash } from '@node-rs/argon2'
import { randomInt } from 'node:crypto'
import { ValidationError } from 'yup'
import * as yup from '../../view/yup.ts'
import {
  mayGive,
  type PeopleFinding,
  type PersonEdit,
  type PlanDocument,
  type PersonId,
  type AnyId,
} from '@eudromos/core/plan'
import { endSessions, putPassword, removeFactor, type Person } from '@eudromos/database'
import { peopleFindingText } from '../../messages/people-findings.ts'
import { peopleShape, personShape } from '../../view/person-shape.ts'
import { ofDraft, ofOne, strictly } from './plan-input.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import { notFound, problem, ProblemError } from '../edge/problem.ts'
import type { Count } from '../../view/counted.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { inTurns } from '../runtime/turns.ts'
import type { Who } from '../edge/who.ts'

const saveOneShape = ofDraft.concat(yup.object({ person: personShape.required() }))
const onePerson = personShape.required()
const manyShape = ofDraft.concat(yup.object({ people: peopleShape }))

const administratorsOnly = (): ProblemError =>
  new ProblemError(
    problem(403, 'administratorsOnly', 'Not allowed', 'Administrators are made and changed by administrators only.', {
      fields: { roles: 'Roles: administrators are made and changed by administrators only.' },
    }),
  )

type Roles = PersonEdit['roles']

const hasAdministrator = (all: readonly Roles[]): boolean => all.some((roles) => roles.includes('administrator'))

const faultText = (code: PeopleFinding['code'], params: PeopleFinding['params'] = {}): string =>
  peopleFindingText({ severity: 'fault', code, params })

/** Throws where what the person names is no longer in the plan. */
function refuseUnknown(person: PersonEdit, document: PlanDocument): void {
  const check = (field: string, id: string | null, all: readonly { readonly id: string }[], what: string): void => {
    if (id !== null && !all.some((one) => one.id === id))
      throw notValid('unknown', `${person.name}: ${what} is no longer in the plan. Choose another.`, field)
  }
  check('siteId', person.siteId, document.sites, 'the site')
  check('shiftId', person.shiftId, document.shifts, 'the shift')
  check('teamId', person.teamId, document.teams, 'the team')
  check('loadLimitsId', person.loadLimitsId, document.loadLimits, 'what they have for load limits')
  for (const { skillId } of person.skills) check('skills', skillId, document.skills, 'a skill')
  for (const id of person.queueIds) check('queueIds', id, document.queues, 'a queue')
}

/** Saves one person, known or new. */
export async function savePerson(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await saveOneShape.validate(input, strictly)
  return putPeople(runtime, who, given.draft, [given.person as PersonEdit])
}

/** Saves many people, known and new ones, in one new version of the plan. */
export async function savePeople(
  runtime: Runtime,
  who: Who,
  input: unknown,
  count: Count = () => undefined,
): Promise<Saved> {
  const given = await manyShape.validate(input, strictly)
  const people = await inTurns(given.people, personOf, (done) => count('checking', done, given.people.length))
  count('publishing', 0, 0)
  return putPeople(runtime, who, given.draft, people)
}

/** The n-th of many. Throws with who it is where something of them is wrong. */
function personOf(given: unknown, n: number): PersonEdit {
  try {
    return onePerson.validateSync(given, strictly) as PersonEdit
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const name = typeof given === 'object' && given !== null && 'name' in given ? String(given.name).slice(0, 80) : ''
    throw notValid('invalid', `${name || n + 1}: ${[...new Set(error.errors)].join(' ')}`, `people[${n}]`)
  }
}

async function putPeople(runtime: Runtime, who: Who, version: number, people: readonly PersonEdit[]): Promise<Saved> {
  const before = await currentDocument(runtime)
  const addresses = new Map(
    [...runtime.follower.people.values()].filter(({ left }) => !left).map(({ id, email }) => [id, email]),
  )
  for (const { id, email } of people) addresses.set(id, email)
  const known = new Map<string, Roles>(before.people.map(({ id, roles }) => [id, roles]))
  const after = new Map([...known, ...people.map(({ id, roles }) => [id, roles] as const)])
  if (!hasAdministrator([...after.values()])) throw notValid('noAdministrator', faultText('noAdministrator'), 'roles')
  const counts = new Map<string, number>()
  for (const email of addresses.values()) counts.set(email, (counts.get(email) ?? 0) + 1)
  const taken = new Set([...counts].filter(([, n]) => n > 1).map(([email]) => email))
  for (const person of people) {
    if (!mayGive(who.roles, known.get(person.id) ?? [], person.roles)) throw administratorsOnly()
    if (runtime.follower.people.get(person.id)?.left === true) throw notFound(person.name)
    refuseUnknown(person, before)
    if (taken.has(person.email)) throw notValid('emailTaken', faultText('emailTaken', { email: person.email }), 'email')
  }
  const [one] = people
  const note = people.length === 1 && one !== undefined ? one.name : `${people.length} people`
  return publish(runtime, who, version, note, { kind: 'people', people })
}

/** Takes somebody out of the plan: they sign in no more, what they carry goes back to its queue, records keep the name. */
export async function removePerson(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft: version, id } = await ofOne.validate(input, strictly)
  const document = await currentDocument(runtime)
  const found = document.people.find((one) => one.id === id)
  if (found === undefined) throw notFound('This person')
  if (!mayGive(who.roles, found.roles, [])) throw administratorsOnly()
  if (id === who.id) throw notValid('oneself', 'You cannot take yourself out. Let another do it.', 'name')
  if (!hasAdministrator(document.people.filter((one) => one.id !== id).map(({ roles }) => roles)))
    throw notValid('noAdministrator', faultText('noAdministrator'), 'roles')
  const name = runtime.follower.people.get(id)?.name ?? id
  return publish(runtime, who, version, name, { kind: 'removePerson', id })
}

const signs = 'abcdefghjkmnpqrstuvwxyz23456789'

/** Twenty signs in four groups that nobody misreads: about 98 bits. */
const madePassword = (): string =>
  Array.from({ length: 4 }, () => Array.from({ length: 5 }, () => signs[randomInt(signs.length)]).join('')).join('-')

/** So many at a time: each is hashed, which is meant to take a while. */
const mostPasswords = 25

const passwordsShape = yup.object({
  personIds: yup
    .array()
    .of(yup.string<AnyId>().max(200).required('Name the person.'))
    .min(1, 'Name at least one person.')
    .max(mostPasswords, `Name at most ${mostPasswords} people at a time.`)
    .required('Name the people.'),
})

const factorShape = yup.object({ personId: yup.string<AnyId>().max(200).required('Name the person.') })

/** Somebody whose means to sign in this person may change. */
function requireGivable({ follower }: Runtime, who: Who, { people }: PlanDocument, personId: PersonId): Person {
  const roles = people.find(({ id }) => id === personId)?.roles
  const person = follower.people.get(personId)
  if (roles === undefined || person === undefined || person.simulated) throw notFound('One of these people')
  if (!mayGive(who.roles, roles, roles)) throw administratorsOnly()
  return person
}

/** Takes their second factor off somebody, who is signed out everywhere: their password alone lets them in, or begin another. */
export async function dropFactor(runtime: Runtime, who: Who, input: unknown): Promise<void> {
  const { personId } = await factorShape.validate(input, strictly)
  const person = requireGivable(runtime, who, await currentDocument(runtime), personId)
  await removeFactor(runtime.database, person.id)
  await endSessions(runtime.database, person.id, '')
  runtime.log.warn({ personId: person.id, by: who.id }, 'a second factor was taken off')
}

/**
 * Makes a new password for each of these people and ends where they were signed in. They are told once and kept only as
 * hashes. Where one of them may not be given one, nobody is.
 */
export async function makePasswords(
  runtime: Runtime,
  who: Who,
  input: unknown,
): Promise<{ passwords: { readonly personId: PersonId; readonly password: string }[] }> {
  const { personIds } = await passwordsShape.validate(input, strictly)
  const document = await currentDocument(runtime)
  const people = [...new Set(personIds)].map((personId) => requireGivable(runtime, who, document, personId))
  const passwords: { personId: PersonId; password: string }[] = []
  for (const person of people) {
    const password = madePassword()
    await putPassword(runtime.database, person, await hash(password), new Date())
    passwords.push({ personId: person.id, password })
  }
  return { passwords }
}
