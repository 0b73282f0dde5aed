import 'server-only'
import * as yup from '../../view/yup.ts'
import {
  isClose,
  checkLimits,
  checkState,
  checkTeam,
  type PeopleFinding,
  type PlanDocument,
  type AnyId,
  type PersonId,
} from '@eudromos/core/plan'
import type { LimitsDraft, StateDraft, TeamDraft } from '@eudromos/database'
import { presence } from '../../messages/people.ts'
import { peopleFindingText } from '../../messages/people-findings.ts'
import { centreShape, limitsShape, stateShape, teamInList, teamShape } from '../../view/people-shape.ts'
import { ofDraft, ofOne, strictly } from './plan-input.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const stateInput = ofDraft.concat(yup.object({ state: stateShape.required() }))
const limitsInput = ofDraft.concat(yup.object({ limits: limitsShape.required() }))
const teamInput = ofDraft.concat(yup.object({ team: teamShape.required() }))
const centreInput = ofDraft.concat(yup.object({ centre: centreShape.required() }))

function refuseFault(findings: readonly PeopleFinding[], field: string): void {
  const fault = findings.find(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw notValid(fault.code, peopleFindingText(fault), fault.code === 'nameTaken' ? 'name' : field)
}

function refuseUnknown(ids: readonly PersonId[], document: PlanDocument, field: string): void {
  const known = new Set<string>(document.people.map(({ id }) => id))
  if (ids.some((id) => !known.has(id)))
    throw notValid('unknownPerson', 'Somebody is no longer among the people. Take them off.', field)
}

export async function saveState(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await stateInput.validate(input, strictly)
  const { setByMiss, ...rest } = given.state
  const state = rest as StateDraft
  const document = await currentDocument(runtime)
  const known = document.presenceStates.find(({ id }) => id === state.id)
  // What the centre itself sets stays so, and signs nobody in who is out.
  const kept = known === undefined ? { choosable: true } : { choosable: known.choosable, signedOut: known.signedOut }
  const whole = { ...state, ...kept }
  refuseFault(checkState(whole, document), 'admits')
  return publish(runtime, who, given.draft, state.name, { kind: 'state', state: whole, setByMiss })
}

const ofState = ofOne.concat(yup.object({ replacementId: yup.string<AnyId>().max(200).nullable() }))

export async function removeState(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft: version, id, replacementId } = await ofState.validate(input, strictly)
  const document = await currentDocument(runtime)
  const { missedStateId, awayStateId, evacuatedStateId, recoverStateId } = document.centre
  const found = document.presenceStates.find((one) => one.id === id)
  if (found === undefined) throw notFound('This presence state')
  if ([missedStateId, awayStateId, evacuatedStateId, recoverStateId].includes(id))
    throw notValid('stateNeeded', 'The centre sets this state by itself. Name another for that first.', 'name')
  const others = { ...document, presenceStates: document.presenceStates.filter((one) => one.id !== id) }
  const [other] = others.presenceStates
  if (other !== undefined) refuseFault(checkState(other, others), 'name')
  const inIt = [...runtime.follower.state.agents.values()].filter(({ stateId }) => stateId === id).length
  const instead = others.presenceStates.find((one) => one.id === replacementId && (one.choosable || one.signedOut))
  if (inIt > 0 && instead === undefined) throw notValid('stateInUse', presence.inUse(inIt), 'replacementId')
  const statesInstead = instead === undefined ? {} : { [id]: instead.id }
  return publish(runtime, who, version, found.name, { kind: 'deleteState', id }, { statesInstead })
}

export async function saveLimits(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await limitsInput.validate(input, strictly)
  const { personIds, ...rest } = given.limits
  const limits = rest as LimitsDraft
  const document = await currentDocument(runtime)
  refuseUnknown(personIds, document, 'personIds')
  refuseFault(checkLimits(limits, document), 'channels')
  return publish(runtime, who, given.draft, limits.name, { kind: 'limits', limits, personIds })
}

export async function saveTeam(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await teamInput.validate(input, strictly)
  const { members, ...rest } = given.team
  const team = rest as TeamDraft
  const document = await currentDocument(runtime)
  const memberIds = members.map(({ personId }) => personId)
  refuseUnknown(
    [...memberIds, ...team.observerIds, ...(team.leadId === null ? [] : [team.leadId])],
    document,
    'members',
  )
  if (team.parentId !== null && !document.teams.some(({ id }) => id === team.parentId))
    throw notValid('unknownTeam', 'Part of: this team is no longer there. Choose another.', 'parentId')
  refuseFault(checkTeam(team, memberIds, document), 'parentId')
  const before = document.teams.find(({ id }) => id === team.id)
  // Whoever may not read the team's notes does not take them away either.
  const notes = before === undefined || isClose(document, who.id, team.id) ? team.notes : before.notes
  return publish(runtime, who, given.draft, team.name, { kind: 'team', team: { ...team, notes }, members })
}

const teamsInput = ofDraft.concat(
  yup.object({
    teams: yup.array().of(teamInList.required()).min(1, 'There is nothing to change.').max(2000).required(),
  }),
)

/** Several teams in one new version of the plan, as they stand in a list: who is in them, and their notes, stay. */
export async function saveTeams(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await teamsInput.validate(input, strictly)
  const document = await currentDocument(runtime)
  const notes = new Map(document.teams.map((team) => [team.id, team.notes]))
  const teams = given.teams.map((team) => ({ ...team, notes: notes.get(team.id) ?? '' }) as TeamDraft)
  const changed = new Set<string>(teams.map(({ id }) => id))
  const after = { ...document, teams: [...document.teams.filter(({ id }) => !changed.has(id)), ...teams] }
  const known = new Set<string>(after.teams.map(({ id }) => id))
  for (const team of teams) {
    refuseUnknown([...team.observerIds, ...(team.leadId === null ? [] : [team.leadId])], document, 'observerIds')
    if (team.parentId !== null && !known.has(team.parentId))
      throw notValid('unknownTeam', `${team.name}: what it is part of is no longer there.`, 'parentId')
    const fault = checkTeam(team, [], after).find(({ severity }) => severity === 'fault')
    if (fault !== undefined) throw notValid(fault.code, `${team.name}: ${peopleFindingText(fault)}`, 'teams')
  }
  const [one] = teams
  const note = teams.length === 1 && one !== undefined ? one.name : `${teams.length} teams`
  return publish(runtime, who, given.draft, note, { kind: 'teams', teams })
}

/** The centre's settings and lists. Whatever is left out of a list is chosen no more; records keep what they had. */
export async function saveCentre(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await centreInput.validate(input, strictly)
  const { id: _, declineReasons, dispositions, ...settings } = given.centre
  const { askAfterSilenceSeconds: ask, restAfterSilenceSeconds: rest } = settings
  if (ask !== null && rest !== null && ask >= rest)
    throw notValid(
      'askTooLate',
      'Rests after: give more than the time after which the customer is asked.',
      'restAfterSilenceSeconds',
    )
  const document = await currentDocument(runtime)
  const recover = document.presenceStates.find(({ id }) => id === settings.recoverStateId)
  if (settings.recoverStateId !== null && (recover === undefined || recover.signedOut))
    throw notValid('unknownState', 'Who ended for abuse: choose a state in which one is signed in.', 'recoverStateId')
  return publish(runtime, who, given.draft, settings.name, {
    kind: 'centre',
    settings: settings as Partial<PlanDocument['centre']>,
    declineReasons,
    dispositions,
  })
}
