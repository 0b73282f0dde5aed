import type { PersonId, QueueId } from '../ids/index.ts'
import { channels, type Channel } from './channels.ts'
import type { PlanDocument, PlanPerson } from './plan.ts'
import { reachedBy } from './reach.ts'
import { servingSteps } from './serving.ts'
import { upwards } from './teams.ts'

type State = PlanDocument['presenceStates'][number]
type Limits = PlanDocument['loadLimits'][number]
type Team = PlanDocument['teams'][number]

/** What will hurt in people and what they rest on: presence states, load limits, teams. */
export interface PeopleFinding {
  readonly severity: 'fault' | 'warning'
  readonly code:
    | 'nameTaken'
    | 'nobodyCanBeReady'
    | 'admitsNothing'
    | 'neverFits'
    | 'takesNothing'
    | 'usedByNobody'
    | 'keepsEverybody'
    | 'keepsForNoCalls'
    | 'parentInACircle'
    | 'nobodyInTeam'
    | 'leadIsGone'
    | 'emailTaken'
    | 'noAdministrator'
    | 'noLimits'
    | 'noQueue'
    | 'neverAble'
    | 'neverOnShift'
    | 'leadsToUnknown'
    | 'leadsNowhere'
    | 'leadsToNoneInService'
    | 'leadsToSeveral'
    | 'noNumber'
    | 'notANumber'
    | 'numberTaken'
    | 'noMailbox'
    | 'notAMailbox'
    | 'mailboxTaken'
    | 'nobodyTakesIt'
    | 'asksForUnknown'
    | 'hoursGone'
    | 'neverOpenBy'
    | 'teamGone'
    | 'stepGone'
    | 'stepsInACircle'
    | 'stepUnreached'
    | 'nobodyFollows'
  readonly params: Readonly<Record<string, string | number>>
}

type Found = PeopleFinding[]

/** That another of these is called the same, whatever the case and outer blanks. */
export const taken = (
  one: { readonly id: string; readonly name: string },
  all: readonly { id: string; name: string }[],
): Found =>
  all.some(({ id, name }) => id !== one.id && name.trim().toLowerCase() === one.name.trim().toLowerCase())
    ? [{ severity: 'fault', code: 'nameTaken', params: { name: one.name } }]
    : []

/** The channels that customers can reach the centre by. */
const usedChannels = ({ lines }: PlanDocument): readonly Channel[] =>
  channels.filter((channel) => lines.some((line) => line.channel === channel))

/** Of a presence state as edited: for each channel in use there must be a state in which people take it. */
export function checkState(state: State, document: PlanDocument): Found {
  const found = taken(state, document.presenceStates)
  const others = document.presenceStates.filter(({ id }) => id !== state.id)
  for (const channel of usedChannels(document))
    if (![...others, state].some(({ admits, choosable }) => choosable && admits.includes(channel)))
      found.push({ severity: 'fault', code: 'nobodyCanBeReady', params: { channel } })
  if (state.choosable && !state.signedOut && state.admits.length === 0 && state.mostMinutes === null)
    found.push({ severity: 'warning', code: 'admitsNothing', params: {} })
  return found
}

/** Whether one of the channel fits where nothing else is carried. */
const fits = ({ slots, channels: all }: Limits, channel: Channel): boolean => all[channel].slots <= slots

/** Of load limits as edited: what they seem to allow and never can. */
export function checkLimits(limits: Limits, document: PlanDocument): Found {
  const found = taken(limits, document.loadLimits)
  const allowed = channels.filter((channel) => limits.channels[channel].most > 0)
  for (const channel of allowed)
    if (!fits(limits, channel))
      found.push({
        severity: 'warning',
        code: 'neverFits',
        params: { channel, needs: limits.channels[channel].slots, slots: limits.slots },
      })
  if (!allowed.some((channel) => fits(limits, channel)))
    found.push({ severity: 'warning', code: 'takesNothing', params: {} })
  const users = document.people.filter(({ loadLimitsId }) => loadLimitsId === limits.id).length
  if (users === 0) found.push({ severity: 'warning', code: 'usedByNobody', params: {} })
  const kept = limits.freeForCalls
  if (kept > 0 && (limits.channels.voice.most === 0 || !fits(limits, 'voice')))
    found.push({ severity: 'warning', code: 'keepsForNoCalls', params: {} })
  else if (users > 0 && kept >= users)
    found.push({ severity: 'warning', code: 'keepsEverybody', params: { kept, people: users } })
  return found
}

/** Of a team as edited, with the people who are in it. */
export function checkTeam(team: Team, memberIds: readonly string[], document: PlanDocument): Found {
  const found = taken(team, document.teams)
  const others = document.teams.filter(({ id }) => id !== team.id)
  if ([...upwards([...others, team], team.parentId)].some(({ id }) => id === team.id))
    found.push({ severity: 'fault', code: 'parentInACircle', params: {} })
  if (memberIds.length === 0) found.push({ severity: 'warning', code: 'nobodyInTeam', params: {} })
  if (team.leadId !== null && !document.people.some(({ id }) => id === team.leadId))
    found.push({ severity: 'fault', code: 'leadIsGone', params: {} })
  return found
}

/** A person as edited: with the name and the address to sign in with, and the queues that name them in their first reach. */
export interface PersonEdit extends PlanPerson {
  readonly name: string
  readonly email: string
  readonly queueIds: readonly QueueId[]
}

/** The document with the person in it; whoever is no agent any more is in no reach. */
export function withPerson(document: PlanDocument, { name: _name, email: _email, queueIds, ...person }: PersonEdit) {
  const named = new Set(person.roles.includes('agent') ? queueIds : [])
  const known = document.people.some(({ id }) => id === person.id)
  return {
    ...document,
    people: known ? document.people.map((one) => (one.id === person.id ? person : one)) : [...document.people, person],
    queues: document.queues.map((queue) => {
      if (queue.agentIds.includes(person.id) === named.has(queue.id)) return queue
      const others = queue.agentIds.filter((id) => id !== person.id)
      return { ...queue, agentIds: named.has(queue.id) ? [...others, person.id] : others }
    }),
  } satisfies PlanDocument
}

/** The document without the person: in no reach, leading and observing nothing. */
export function withoutPerson(document: PlanDocument, personId: PersonId): PlanDocument {
  const others = (ids: readonly PersonId[]): PersonId[] => ids.filter((id) => id !== personId)
  return {
    ...document,
    people: document.people.filter(({ id }) => id !== personId),
    teams: document.teams.map((team) => ({
      ...team,
      leadId: team.leadId === personId ? null : team.leadId,
      observerIds: others(team.observerIds),
    })),
    queues: document.queues.map((queue) => ({
      ...queue,
      agentIds: others(queue.agentIds),
      laterReaches: queue.laterReaches.map((reach) => ({ ...reach, agentIds: others(reach.agentIds) })),
    })),
  }
}

/** Of each queue in use: whom it reaches, and who of them could be offered something of it, sooner or later. */
interface Served {
  readonly name: string
  readonly onShiftOnly: boolean
  readonly reached: ReadonlySet<string>
  readonly able: ReadonlySet<string>
}

const servedIn = (document: PlanDocument): Served[] =>
  document.queues
    .filter(({ service }) => service !== 'retired')
    .map((queue) => ({
      name: queue.name,
      onShiftOnly: queue.onShiftOnly,
      reached: new Set(reachedBy(queue, document)),
      able: new Set(servingSteps(queue, document).flatMap(({ able }) => able.map(({ id }) => id))),
    }))

const names = (queues: readonly Served[]): string => queues.map(({ name }) => name).join(', ')

/** What keeps an agent from work. */
function checkAgent({ id, loadLimitsId, shiftId, roles }: PlanPerson, queues: readonly Served[]): Found {
  if (!roles.includes('agent')) return []
  const found: Found = []
  const find = (code: PeopleFinding['code'], params: PeopleFinding['params'] = {}): void => {
    found.push({ severity: 'warning', code, params })
  }
  if (loadLimitsId === null) find('noLimits')
  const served = queues.filter(({ reached }) => reached.has(id))
  if (served.length === 0) find('noQueue')
  const unable = served.filter(({ able }) => !able.has(id))
  if (loadLimitsId !== null && unable.length > 0) find('neverAble', { queues: names(unable) })
  const unshifted = shiftId === null ? served.filter(({ onShiftOnly }) => onShiftOnly) : []
  if (unshifted.length > 0) find('neverOnShift', { queues: names(unshifted) })
  return found
}

/** Of a person as edited; `others` are the addresses of everybody else. */
export function checkPerson(edit: PersonEdit, document: PlanDocument, others: readonly string[]): Found {
  const found: Found = []
  const email = edit.email.trim().toLowerCase()
  if (others.some((other) => other.trim().toLowerCase() === email))
    found.push({ severity: 'fault', code: 'emailTaken', params: { email: edit.email } })
  const after = withPerson(document, edit)
  if (!after.people.some(({ roles }) => roles.includes('administrator')))
    found.push({ severity: 'fault', code: 'noAdministrator', params: {} })
  return [...found, ...checkAgent(edit, servedIn(after))]
}

/** What keeps each agent of the document from work, by person. */
export function checkPeople(document: PlanDocument): ReadonlyMap<string, readonly PeopleFinding[]> {
  const queues = servedIn(document)
  return new Map(document.people.map((person) => [person.id, checkAgent(person, queues)]))
}
