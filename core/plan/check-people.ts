import { channels, type Channel, type PlanDocument } from './plan.ts'
import { upwards } from './sight.ts'

type State = PlanDocument['presenceStates'][number]
type Limits = PlanDocument['loadLimits'][number]
type Team = PlanDocument['teams'][number]

/** What will hurt in what people rest on: presence states, load limits, teams. */
export interface PeopleFinding {
  readonly severity: 'fault' | 'warning'
  readonly code:
    | 'nameTaken'
    | 'nobodyCanBeReady'
    | 'admitsNothing'
    | 'neverFits'
    | 'takesNothing'
    | 'usedByNobody'
    | 'parentInACircle'
    | 'nobodyInTeam'
    | 'leadIsGone'
  readonly params: Readonly<Record<string, string | number>>
}

type Found = PeopleFinding[]

const taken = (
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
  if (!document.people.some(({ loadLimitsId }) => loadLimitsId === limits.id))
    found.push({ severity: 'warning', code: 'usedByNobody', params: {} })
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
    found.push({ severity: 'warning', code: 'leadIsGone', params: {} })
  return found
}
