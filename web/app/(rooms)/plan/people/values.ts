import {
  plainPerson,
  plainState,
  eachChannel,
  upTo,
  type PersonEdit,
  type PlanDocument,
  type PersonId,
  type LoadLimitsId,
  type PresenceStateId,
  type QueueId,
  type TeamId,
} from '@eudromos/core/plan'
import type { PlanState } from '../../../../server/plan/plan.ts'

// Things that people rest on, as they are edited.

export type StateValue = PlanDocument['presenceStates'][number] & { readonly setByMiss: boolean }
export type LimitsValue = PlanDocument['loadLimits'][number] & { readonly personIds: readonly PersonId[] }
export type TeamValue = PlanDocument['teams'][number] & {
  readonly members: readonly { readonly personId: PersonId; readonly tier: number | null }[]
}

type Words = readonly { readonly id: string; readonly name: string }[]

/** What other forms and the program itself set of a centre. */
type Elsewhere = 'zone' | 'dayStartsAtHour' | 'missedStateId' | 'awayStateId' | 'evacuatedStateId' | 'ownAbsences'

export type CentreValue = Omit<PlanDocument['centre'], Elsewhere> & {
  readonly id: string
  readonly declineReasons: Words
  readonly dispositions: Words
}

export const stateValue = (document: PlanDocument, state: PlanDocument['presenceStates'][number]): StateValue => ({
  ...state,
  setByMiss: document.centre.missedStateId === state.id,
})

export const limitsValue = (document: PlanDocument, limits: PlanDocument['loadLimits'][number]): LimitsValue => ({
  ...limits,
  personIds: document.people.filter(({ loadLimitsId }) => loadLimitsId === limits.id).map(({ id }) => id),
})

export const teamValue = (document: PlanDocument, team: PlanDocument['teams'][number]): TeamValue => ({
  ...team,
  members: document.people.filter(({ teamId }) => teamId === team.id).map(({ id, tier }) => ({ personId: id, tier })),
})

export function centreValue({ centre, declineReasons, dispositions }: PlanDocument): CentreValue {
  const {
    zone: _zone,
    dayStartsAtHour: _hour,
    missedStateId: _missed,
    awayStateId: _away,
    evacuatedStateId: _evacuated,
    ownAbsences: _absences,
    ...settings
  } = centre
  return { id: 'centre', ...settings, declineReasons, dispositions }
}

export const blankState = (id: PresenceStateId): StateValue => ({
  id,
  name: '',
  admits: [],
  choosable: true,
  signedOut: false,
  ...plainState,
  setByMiss: false,
})

export const blankLimits = (id: LoadLimitsId): LimitsValue => ({
  id,
  name: '',
  slots: 3,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(3)), voice: { ...upTo(1), slots: 3 } },
  personIds: [],
})

export const blankTeam = (id: TeamId): TeamValue => ({
  id,
  name: '',
  description: '',
  notes: '',
  parentId: null,
  leadId: null,
  private: false,
  observerIds: [],
  members: [],
})

/** Everybody of the plan as they are edited, by name. */
export function personValues({ people, queues }: PlanDocument, known: PlanState['people']): PersonEdit[] {
  const named = new Map(known.map((one) => [one.id, one]))
  const queuesOf = new Map<PersonId, QueueId[]>()
  for (const { id, agentIds } of queues)
    for (const agentId of agentIds) queuesOf.set(agentId, [...(queuesOf.get(agentId) ?? []), id])
  return people
    .map((person) => {
      const { name = person.id, email = '' } = named.get(person.id) ?? {}
      return { ...person, name, email, queueIds: queuesOf.get(person.id) ?? [] }
    })
    .sort((a, b) => a.name.localeCompare(b.name, 'en'))
}

export const blankPerson = (id: PersonId, document: PlanDocument): PersonEdit => ({
  ...plainPerson,
  id,
  name: '',
  email: '',
  roles: ['agent'],
  loadLimitsId: document.loadLimits[0]?.id ?? null,
  queueIds: [],
})
