'use client'
import CloseIcon from '@mui/icons-material/Close'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormHelperText from '@mui/material/FormHelperText'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { checkPerson, roles, skillKinds, type PersonEdit, type PlanDocument } from '@eudromos/core/plan'
import { fewOptions } from '../../../../components/few-options.ts'
import { en } from '../../../../messages/en.ts'
import { person as t } from '../../../../messages/people.ts'
import { demand, skillKindNames } from '../../../../messages/skills.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { personShape } from '../../../../view/person-shape.ts'
import { useDraftForm, type DraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { FoundAtFields, Holding } from '../form/findings.tsx'
import { peopleFound, personMends } from '../form/found.ts'
import { PersonEffects } from './person-effects.tsx'
import { SignInPart } from './sign-in-part.tsx'

const none = ' '
const tiers = [1, 2, 3, 4].map((tier) => ({ id: String(tier), name: String(tier) }))

type PersonFormProps = EditorProps<PersonEdit> & { readonly people: PlanState['people'] }

/** One person: where they sit and with whom, what they can do, what they are offered, and what they may do here. */
export function PersonForm(props: PersonFormProps) {
  const { value: initial, isNew, document, people, mayEdit, onReload } = props
  const form = useDraftForm(props, { shape: personShape, url: '/api/plan/people', part: 'person' })
  const known = people.find(({ id }) => id === initial.id)
  const { value, set } = form
  const off = !mayEdit
  const findings = useMemo(() => {
    const addresses = people.filter(({ id }) => id !== value.id).map(({ email }) => email)
    return checkPerson(value, document, addresses)
  }, [value, document, people])
  const found = peopleFound(findings, form, personMends, document, mayEdit)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm}
        users={[]}
        others={[]}
        none={t.none}
        removeNote={t.leaves}
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
          <Holding of={['email']}>
            <TextField
              label={t.email}
              fullWidth
              type="email"
              value={value.email}
              disabled={off}
              error={form.faultOf('email') !== undefined}
              helperText={form.faultOf('email')}
              onChange={({ target }) => set({ email: target.value })}
            />
          </Holding>
        </Box>
        <Holding of={['roles']}>
          <RolesPart form={form} off={off} />
        </Holding>
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <Choice
            label={t.team}
            value={value.teamId}
            all={document.teams}
            none={t.noSite}
            off={off}
            onChange={(teamId) => set({ teamId })}
          />
          <Choice
            label={t.tier}
            value={value.tier === null ? null : String(value.tier)}
            all={tiers}
            none={t.noSite}
            off={off || value.teamId === null}
            onChange={(tier) => set({ tier: tier === null ? null : Number(tier) })}
          />
          <Choice
            label={t.site}
            value={value.siteId}
            all={document.sites}
            none={t.noSite}
            off={off}
            onChange={(siteId) => set({ siteId })}
          />
          <Holding of={['shiftId']}>
            <Choice
              label={t.shift}
              value={value.shiftId}
              all={document.shifts}
              none={t.noShift}
              off={off}
              onChange={(shiftId) => set({ shiftId })}
            />
          </Holding>
          <Holding of={['loadLimitsId']}>
            <Choice
              label={t.limits}
              value={value.loadLimitsId}
              all={document.loadLimits}
              none={t.noLimits}
              off={off}
              onChange={(loadLimitsId) => set({ loadLimitsId })}
            />
          </Holding>
        </Box>
        <Holding of={['skills']}>
          <SkillsPart form={form} document={document} off={off} />
        </Holding>
        {value.roles.includes('agent') && (
          <Holding of={['queueIds']}>
            <Autocomplete
              multiple
              disableCloseOnSelect
              size="small"
              filterOptions={fewOptions}
              options={document.queues.map(({ id }) => id)}
              value={[...value.queueIds]}
              getOptionLabel={(id) => document.queues.find((one) => one.id === id)?.name ?? id}
              disabled={off}
              onChange={(_, queueIds) => set({ queueIds })}
              renderInput={(params) => <TextField {...params} label={t.queues(value.queueIds.length)} />}
            />
          </Holding>
        )}
        {!isNew && known !== undefined && <SignInPart person={known} mayEdit={mayEdit} onMade={onReload} />}
      </EditorFrame>
      <PersonEffects person={value} document={document} found={found} />
    </FoundAtFields>
  )
}

interface ChoiceProps<Id extends string> {
  readonly label: string
  readonly value: Id | null
  readonly all: readonly { readonly id: Id; readonly name: string }[]
  readonly none: string
  readonly off: boolean
  readonly onChange: (id: Id | null) => void
}

const Choice = <Id extends string>({ label, value, all, none: nothing, off, onChange }: ChoiceProps<Id>) => (
  <TextField
    select
    fullWidth
    label={label}
    value={value ?? none}
    disabled={off}
    onChange={({ target }) => onChange(target.value === none ? null : (target.value as Id))}
  >
    <MenuItem value={none}>{nothing}</MenuItem>
    {all.map(({ id, name }) => (
      <MenuItem key={id} value={id}>
        {name}
      </MenuItem>
    ))}
  </TextField>
)

interface PartProps {
  readonly form: DraftForm<PersonEdit>
  readonly off: boolean
}

function RolesPart({ form, off }: PartProps) {
  const fault = form.faultOf('roles')
  const ownRoles = form.value.roles
  return (
    <Box component="fieldset" sx={{ border: 0, margin: 0, padding: 0, minWidth: 0 }}>
      <Box component="legend" sx={{ padding: 0 }}>
        <Typography variant="h3" component="span">
          {t.roles}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2 }}>
        {roles.map((role) => (
          <FormControlLabel
            key={role}
            control={
              <Checkbox
                size="small"
                checked={ownRoles.includes(role)}
                disabled={off}
                onChange={({ target }) =>
                  form.set({ roles: roles.filter((one) => (one === role ? target.checked : ownRoles.includes(one))) })
                }
              />
            }
            label={en.roles[role]}
          />
        ))}
      </Box>
      {fault !== undefined && <FormHelperText error>{fault}</FormHelperText>}
    </Box>
  )
}

function SkillsPart({ form, document, off }: PartProps & { readonly document: PlanDocument }) {
  const own = form.value.skills
  const nameOf = (id: string): string => document.skills.find((one) => one.id === id)?.name ?? id
  const kindOf = (id: string): string => {
    const kind = document.skills.find((one) => one.id === id)?.kind
    return kind === undefined ? '' : skillKindNames[kind]
  }
  const free = skillKinds.flatMap((kind) =>
    document.skills
      .filter((one) => one.kind === kind && !own.some(({ skillId }) => skillId === one.id))
      .map(({ id }) => id),
  )
  return (
    <Box component="fieldset" sx={{ border: 0, margin: 0, padding: 0, minWidth: 0, display: 'grid', gap: 1 }}>
      <Box component="legend" sx={{ padding: 0, marginBlockEnd: 0.5 }}>
        <Typography variant="h3" component="span">
          {t.skills}
        </Typography>
      </Box>
      {own.length === 0 && <Typography variant="body2">{t.skillsNone}</Typography>}
      <Box sx={{ display: 'grid', gap: 1.75, gridTemplateColumns: 'repeat(auto-fill, minmax(190px, 1fr))' }}>
        {own.map(({ skillId, level }) => (
          <Box key={skillId} sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 34px', gap: 0.5 }}>
            <TextField
              select
              label={nameOf(skillId)}
              value={level}
              disabled={off}
              onChange={({ target }) =>
                form.set({
                  skills: own.map((one) => (one.skillId === skillId ? { skillId, level: Number(target.value) } : one)),
                })
              }
            >
              {[1, 2, 3, 4, 5].map((one) => (
                <MenuItem key={one} value={one}>
                  {demand.levels[one]}
                </MenuItem>
              ))}
            </TextField>
            {!off && (
              <IconButton
                aria-label={t.takeOff(nameOf(skillId))}
                size="small"
                onClick={() => form.set({ skills: own.filter((one) => one.skillId !== skillId) })}
              >
                <CloseIcon fontSize="small" />
              </IconButton>
            )}
          </Box>
        ))}
        {!off && free.length > 0 && (
          <Autocomplete
            key={own.length}
            size="small"
            filterOptions={fewOptions}
            options={free}
            value={null}
            groupBy={kindOf}
            getOptionLabel={nameOf}
            onChange={(_, skillId) => {
              if (skillId !== null) form.set({ skills: [...own, { skillId, level: 3 }] })
            }}
            renderInput={(params) => <TextField {...params} label={t.addSkill} />}
          />
        )}
      </Box>
    </Box>
  )
}
