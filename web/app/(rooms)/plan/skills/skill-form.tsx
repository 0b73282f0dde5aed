'use client'
import CloseIcon from '@mui/icons-material/Close'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { checkSkill, skillKinds, type PlanDocument, type SkillKind, type PersonId } from '@eudromos/core/plan'
import { fewChips } from '../../../../components/few-chips.tsx'
import { fewOptions } from '../../../../components/few-options.ts'
import { en } from '../../../../messages/en.ts'
import { demand, skill as t, skillKindNames } from '../../../../messages/skills.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { skillShape } from '../../../../view/skill-shape.ts'
import { useDraftForm, type DraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { FoundAtFields, Holding } from '../form/findings.tsx'
import { skillFound } from '../form/found.ts'
import { SkillEffects } from './skill-effects.tsx'
import { atLevel, editOf, type SkillValue } from './values.ts'

type SkillFormProps = EditorProps<SkillValue> & { readonly people: PlanState['people'] }

const levels = [5, 4, 3, 2, 1]

/** One skill; in the same step, who has it at which level and which queues ask for it. */
export function SkillForm(props: SkillFormProps) {
  const { value: initial, document, people, mayEdit } = props
  const form = useDraftForm(props, { shape: skillShape, url: '/api/plan/skills', part: 'skill' })
  const names = useMemo(() => new Map(people.map(({ id, name }) => [id, name])), [people])
  const queues = document.queues.filter(({ id }) => initial.asked.some(({ queueId }) => queueId === id))
  const findings = useMemo(() => checkSkill(editOf(form.value), document), [form.value, document])
  const found = skillFound(findings, names)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(initial.levels.length)}
        users={[
          ...queues.map(({ name }) => name),
          ...initial.levels.map(({ personId }) => names.get(personId) ?? personId),
        ]}
        others={document.skills}
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
          <TextField
            select
            label={t.kind}
            value={form.value.kind}
            disabled={!mayEdit}
            onChange={({ target }) => form.set({ kind: target.value as SkillKind })}
          >
            {skillKinds.map((kind) => (
              <MenuItem key={kind} value={kind}>
                {skillKindNames[kind]}
              </MenuItem>
            ))}
          </TextField>
          <Box sx={{ gridColumn: '1 / -1' }}>
            <TextPart form={form} mayEdit={mayEdit} name="description" label={en.plan.description} />
          </Box>
        </Box>
        <Holding of={['levels']}>
          <WhoHasIt form={form} people={people} names={names} mayEdit={mayEdit} />
        </Holding>
        <Holding of={['asked']}>
          <AskedBy form={form} document={document} mayEdit={mayEdit} />
        </Holding>
      </EditorFrame>
      <SkillEffects value={form.value} document={document} found={found} />
    </FoundAtFields>
  )
}

interface PartProps {
  readonly form: DraftForm<SkillValue>
  readonly mayEdit: boolean
}

function WhoHasIt({
  form,
  people,
  names,
  mayEdit,
}: PartProps & { readonly people: PlanState['people']; readonly names: ReadonlyMap<string, string> }) {
  return (
    <Box component="fieldset" sx={{ border: 0, margin: 0, padding: 0, minWidth: 0, display: 'grid', gap: 1 }}>
      <Box component="legend" sx={{ padding: 0 }}>
        <Typography variant="h3" component="span">
          {t.who}
        </Typography>
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary', marginBlockEnd: 0.5 }}>
        {t.whoHelp}
      </Typography>
      {levels.map((level) => {
        const here = form.value.levels.filter((one) => one.level === level).map(({ personId }) => personId)
        return (
          <Autocomplete
            key={level}
            multiple
            disableCloseOnSelect
            size="small"
            {...fewChips<PersonId>(here.length, (id) => names.get(id) ?? id, 8)}
            filterOptions={fewOptions}
            options={people.map(({ id }) => id)}
            value={here}
            getOptionLabel={(id) => names.get(id) ?? id}
            disabled={!mayEdit}
            onChange={(_, personIds) => form.set({ levels: atLevel(form.value.levels, level, personIds) })}
            renderInput={(params) => <TextField {...params} label={t.level(level, here.length)} />}
          />
        )
      })}
    </Box>
  )
}

function AskedBy({ form, document, mayEdit }: PartProps & { readonly document: PlanDocument }) {
  const { asked } = form.value
  const named = (id: string): string => document.queues.find((one) => one.id === id)?.name ?? id
  const free = document.queues.filter(
    ({ id, service }) => service !== 'retired' && !asked.some(({ queueId }) => queueId === id),
  )
  return (
    <Box component="fieldset" sx={{ border: 0, margin: 0, padding: 0, minWidth: 0, display: 'grid', gap: 1 }}>
      <Box component="legend" sx={{ padding: 0, marginBlockEnd: 0.5 }}>
        <Typography variant="h3" component="span">
          {t.asked}
        </Typography>
      </Box>
      {asked.length === 0 && <Typography variant="body2">{t.askedNone}</Typography>}
      {asked.map(({ queueId, least, most }) => (
        <Box key={queueId} sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 40px', gap: 1 }}>
          <TextField
            select
            label={t.least(named(queueId))}
            value={least}
            disabled={!mayEdit}
            onChange={({ target }) => {
              const level = Number(target.value)
              const changed = { queueId, least: level, most: Math.max(level, most) }
              form.set({ asked: asked.map((one) => (one.queueId === queueId ? changed : one)) })
            }}
          >
            {[1, 2, 3, 4, 5].map((level) => (
              <MenuItem key={level} value={level}>
                {demand.levels[level]}
              </MenuItem>
            ))}
          </TextField>
          {mayEdit && (
            <IconButton
              aria-label={t.takeOff(named(queueId))}
              size="small"
              onClick={() => form.set({ asked: asked.filter((one) => one.queueId !== queueId) })}
            >
              <CloseIcon fontSize="small" />
            </IconButton>
          )}
        </Box>
      ))}
      {mayEdit && free.length > 0 && (
        <Autocomplete
          key={asked.length}
          size="small"
          filterOptions={fewOptions}
          options={free.map(({ id }) => id)}
          value={null}
          getOptionLabel={named}
          onChange={(_, queueId) => {
            if (queueId !== null) form.set({ asked: [...asked, { queueId, least: 1, most: 5 }] })
          }}
          renderInput={(params) => <TextField {...params} label={t.askIn} />}
        />
      )}
    </Box>
  )
}
