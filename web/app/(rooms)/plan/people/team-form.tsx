'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import {
  checkTeam,
  reachedBy,
  sightOf,
  usersOfTeam,
  type PlanDocument,
  type PersonId,
  type TeamId,
} from '@eudromos/core/plan'
import { fewChips } from '../../../../components/few-chips.tsx'
import { fewOptions } from '../../../../components/few-options.ts'
import { en } from '../../../../messages/en.ts'
import { team as t } from '../../../../messages/people.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { teamShape } from '../../../../view/people-shape.ts'
import { useDraftForm, type DraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { AtField, EffectsPane, FoundAtFields, Holding, type Found } from '../form/findings.tsx'
import { peopleFound, teamMends } from '../form/found.ts'
import type { TeamValue } from './values.ts'

const none = ' '
const tiers = [1, 2, 3, 4] as const

type TeamFormProps = EditorProps<TeamValue> & { readonly people: PlanState['people'] }

/** Who works together, who leads them, and who sees what they do. */
export function TeamForm(props: TeamFormProps) {
  const { value: initial, document, people, mayEdit } = props
  const form = useDraftForm(props, { shape: teamShape, url: '/api/plan/teams', part: 'team' })
  const value = form.value
  const off = !mayEdit
  const names = useMemo(() => new Map(people.map(({ id, name }) => [id, name])), [people])
  const nameOf = (id: PersonId): string => names.get(id) ?? id
  const ids = people.map(({ id }) => id)
  const fault = form.faultOf('parentId')
  const memberIds = value.members.map(({ personId }) => personId)
  const found = peopleFound(checkTeam(value, memberIds, document), form, teamMends, document, mayEdit)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(initial.members.length)}
        users={[
          ...initial.members.map(({ personId }) => nameOf(personId)),
          ...document.teams.filter(({ parentId }) => parentId === initial.id).map(({ name }) => name),
          ...usersOfTeam(document, initial.id),
        ]}
        others={document.teams}
        none={t.none}
      >
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
          <Holding of={['parentId']}>
            <TextField
              select
              size="small"
              label={t.parent}
              value={value.parentId ?? none}
              disabled={off}
              error={fault !== undefined}
              helperText={fault}
              onChange={({ target }) => form.set({ parentId: target.value === none ? null : (target.value as TeamId) })}
            >
              <MenuItem value={none}>{t.noParent}</MenuItem>
              {document.teams
                .filter(({ id }) => id !== value.id)
                .map(({ id, name }) => (
                  <MenuItem key={id} value={id}>
                    {name}
                  </MenuItem>
                ))}
            </TextField>
          </Holding>
          <Box sx={{ gridColumn: '1 / -1' }}>
            <TextPart form={form} mayEdit={mayEdit} name="description" label={t.description} />
          </Box>
          <TextField
            multiline
            minRows={2}
            maxRows={6}
            label={t.notes}
            value={value.notes}
            disabled={off}
            onChange={({ target }) => form.set({ notes: target.value })}
            sx={{ gridColumn: '1 / -1' }}
          />
          <Holding of={['leadId']}>
            <Autocomplete
              size="small"
              options={ids}
              filterOptions={fewOptions}
              value={value.leadId}
              getOptionLabel={nameOf}
              disabled={off}
              onChange={(_, leadId) => form.set({ leadId })}
              renderInput={(params) => <TextField {...params} label={t.lead} placeholder={t.noLead} />}
            />
          </Holding>
          <Autocomplete
            multiple
            size="small"
            limitTags={6}
            options={ids}
            filterOptions={fewOptions}
            value={[...value.observerIds]}
            getOptionLabel={nameOf}
            disabled={off}
            onChange={(_, observerIds) => form.set({ observerIds })}
            renderInput={(params) => <TextField {...params} label={t.observers} />}
          />
        </Box>
        <FormControlLabel
          sx={{ marginInlineStart: 0, gap: 1 }}
          control={
            <Switch
              size="small"
              checked={value.private}
              disabled={off}
              onChange={({ target }) => form.set({ private: target.checked })}
            />
          }
          label={t.private}
        />
        <Autocomplete
          multiple
          disableCloseOnSelect
          size="small"
          {...fewChips(value.members.length, nameOf)}
          options={ids}
          filterOptions={fewOptions}
          value={value.members.map(({ personId }) => personId)}
          getOptionLabel={nameOf}
          disabled={off}
          onChange={(_, chosen) =>
            form.set({
              members: chosen.map(
                (personId) => value.members.find((one) => one.personId === personId) ?? { personId, tier: null },
              ),
            })
          }
          renderInput={(params) => <TextField {...params} label={t.members(value.members.length)} />}
        />
        <AtField name="members" />
        <TiersPart form={form} nameOf={nameOf} off={off} />
      </EditorFrame>
      <TeamEffects team={value} document={document} nameOf={nameOf} found={found} />
    </FoundAtFields>
  )
}

interface TiersPartProps {
  readonly form: DraftForm<TeamValue>
  readonly nameOf: (id: PersonId) => string
  readonly off: boolean
}

const most = 60

/** The tier of each member; of many those who are found by name. */
function TiersPart({ form, nameOf, off }: TiersPartProps) {
  const [wanted, setWanted] = useState('')
  const { members } = form.value
  const found =
    wanted.trim() === ''
      ? members
      : members.filter(({ personId }) => nameOf(personId).toLowerCase().includes(wanted.trim().toLowerCase()))
  const set = (personId: PersonId, tier: number | null): void =>
    form.set({ members: members.map((one) => (one.personId === personId ? { personId, tier } : one)) })
  return (
    <>
      {members.length > most && (
        <TextField
          size="small"
          label={t.findMember}
          value={wanted}
          helperText={found.length > most ? t.firstOf(most, found.length) : undefined}
          onChange={({ target }) => setWanted(target.value)}
        />
      )}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(220px, 1fr))',
          gap: 1,
          maxHeight: 300,
          overflowY: 'auto',
        }}
      >
        {found.slice(0, most).map(({ personId, tier }) => (
          <Box key={personId} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Typography noWrap sx={{ flex: 1 }}>
              {nameOf(personId)}
            </Typography>
            <TextField
              select
              size="small"
              value={tier ?? none}
              disabled={off}
              onChange={({ target }) => set(personId, target.value === none ? null : Number(target.value))}
              slotProps={{ htmlInput: { 'aria-label': t.tierOf(nameOf(personId)) } }}
              sx={{ width: 90 }}
            >
              <MenuItem value={none}>{t.noTier}</MenuItem>
              {tiers.map((one) => (
                <MenuItem key={one} value={one}>
                  {one}
                </MenuItem>
              ))}
            </TextField>
          </Box>
        ))}
      </Box>
    </>
  )
}

interface TeamEffectsProps {
  readonly team: TeamValue
  readonly document: PlanDocument
  readonly nameOf: (id: PersonId) => string
  readonly found: readonly Found[]
}

/** The document with the team as it is edited. */
function withTeam(document: PlanDocument, { members, ...team }: TeamValue): PlanDocument {
  const tierOf = new Map<string, number | null>(members.map(({ personId, tier }) => [personId, tier]))
  return {
    ...document,
    teams: [...document.teams.filter(({ id }) => id !== team.id), team],
    people: document.people.map((person) => {
      const tier = tierOf.get(person.id)
      if (tier !== undefined) return { ...person, teamId: team.id, tier }
      return person.teamId === team.id ? { ...person, teamId: null, tier: null } : person
    }),
  }
}

function TeamEffects({ team, document, nameOf, found }: TeamEffectsProps) {
  const ids = new Set(team.members.map(({ personId }) => personId))
  const after = useMemo(() => withTeam(document, team), [document, team])
  const lookers = after.people.filter(({ roles }) => roles.some((role) => role !== 'agent'))
  const member = team.members.find(({ personId }) => !lookers.some(({ id }) => id === personId))?.personId
  const hiddenFrom = member === undefined ? [] : lookers.filter(({ id }) => !sightOf(after, id).person(member))
  const served = after.queues.filter(
    (queue) => queue.service !== 'retired' && reachedBy(queue, after).some((id) => ids.has(id)),
  )
  const moving = document.people.filter(({ id, teamId }) => ids.has(id) && teamId !== null && teamId !== team.id)
  const byTier = [...new Set(team.members.map(({ tier }) => tier))].sort((a, b) => (a ?? 99) - (b ?? 99))
  return (
    <EffectsPane found={found}>
      <Typography sx={{ fontWeight: 650 }}>
        {hiddenFrom.length === 0 ? t.open : t.sees(lookers.length - hiddenFrom.length)}
      </Typography>
      {hiddenFrom.length > 0 && <Typography>{t.hidden(hiddenFrom.map(({ id }) => nameOf(id)))}</Typography>}
      {moving.length > 0 && <Typography>{t.moving(moving.map(({ id }) => nameOf(id)))}</Typography>}
      <Typography variant="h3">{t.serves}</Typography>
      {served.length === 0 && <Typography variant="body2">{t.servesNone}</Typography>}
      <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
        {served.map((queue) => (
          <Typography component="li" key={queue.id}>
            {reachedBy(queue, after).every((id) => ids.has(id)) ? t.alone(queue.name) : queue.name}
          </Typography>
        ))}
      </Box>
      {byTier.some((tier) => tier !== null) && (
        <>
          <Typography variant="h3">{t.tiers}</Typography>
          {byTier.map((tier) => (
            <Typography key={tier ?? 0}>
              {t.tierLine(tier, team.members.filter((one) => one.tier === tier).length)}
            </Typography>
          ))}
        </>
      )}
    </EffectsPane>
  )
}
