'use client'
import Autocomplete, { createFilterOptions } from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'
import { useMemo } from 'react'
import type { PlanDocument, AgentId, PersonId } from '@eudromos/core/plan'
import { fewChips } from '../../../../components/few-chips.tsx'
import { reach as t } from '../../../../messages/people.ts'

type Team = PlanDocument['queues'][number]['teams'][number]

export interface ReachValue {
  readonly agentIds: readonly AgentId[]
  readonly teams: readonly Team[]
}

interface ReachFieldProps {
  readonly value: ReachValue
  readonly label: string
  readonly document: PlanDocument
  readonly people: readonly { readonly id: PersonId; readonly name: string; readonly roles: readonly string[] }[]
  readonly disabled: boolean
  readonly fault?: string
  readonly onBlur?: () => void
  readonly onChange: (value: ReachValue) => void
}

interface Option {
  readonly key: string
  readonly name: string
  readonly group: string
  readonly team?: Team
  readonly agentId?: AgentId
}

const teamKey = ({ teamId, tier }: Team): string => `${teamId} ${tier ?? ''}`
const few = createFilterOptions<Option>({ limit: 200 })

/** Whom a reach is made of: teams, tiers of a team, and agents by name, in one list. */
export function ReachField(props: ReachFieldProps) {
  const { value, label, document, people, disabled, fault, onBlur, onChange } = props
  const options = useMemo(() => {
    const agents = new Set(document.people.filter(({ roles }) => roles.includes('agent')).map(({ id }) => id))
    const ofTeams = document.teams.flatMap(({ id, name }): Option[] => {
      const tiers = new Set(document.people.flatMap(({ teamId, tier }) => (teamId === id && tier !== null ? tier : [])))
      return [null, ...[...tiers].sort((a, b) => a - b)].map((tier) => ({
        key: teamKey({ teamId: id, tier }),
        name: t.team(name, tier),
        group: t.teams,
        team: { teamId: id, tier },
      }))
    })
    const byName = people
      .filter(({ id }) => agents.has(id))
      .map(({ id, name }): Option => ({ key: `- ${id}`, name, group: t.people, agentId: id }))
    return [...ofTeams, ...byName]
  }, [document, people])
  const byKey = useMemo(() => new Map(options.map((one) => [one.key, one])), [options])
  const names = useMemo(() => new Map(people.map(({ id, name }) => [id, name])), [people])
  const nameOf = (id: PersonId): string => names.get(id) ?? id
  const chosen = [
    ...value.teams.map(
      (team): Option => byKey.get(teamKey(team)) ?? { key: teamKey(team), name: t.gone, group: t.teams, team },
    ),
    ...value.agentIds.map(
      (id): Option => byKey.get(`- ${id}`) ?? { key: `- ${id}`, name: nameOf(id), group: t.people, agentId: id },
    ),
  ]
  return (
    <Autocomplete
      multiple
      disableCloseOnSelect
      filterOptions={few}
      options={options}
      value={chosen}
      disabled={disabled}
      groupBy={({ group }) => group}
      getOptionLabel={({ name }) => name}
      getOptionKey={({ key }) => key}
      isOptionEqualToValue={(a, b) => a.key === b.key}
      {...fewChips<Option>(chosen.length, ({ name }) => name)}
      size="small"
      onChange={(_, all) =>
        onChange({
          teams: all.flatMap(({ team }) => team ?? []),
          agentIds: all.flatMap(({ agentId }) => agentId ?? []),
        })
      }
      renderInput={(params) => (
        <TextField {...params} onBlur={onBlur} label={label} error={fault !== undefined} helperText={fault} />
      )}
    />
  )
}
