'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { blanksOf, checkTemplate, filled, type PlanDocument, type TeamId, type TemplateId } from '@eudromos/core/plan'
import { fewOptions } from '../../../../components/few-options.ts'
import { en } from '../../../../messages/en.ts'
import { template as t } from '../../../../messages/templates.ts'
import { templateShape } from '../../../../view/template-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { EffectsPane, FoundAtFields, Holding } from '../form/findings.tsx'
import { peopleFound, templateMends } from '../form/found.ts'

export type TemplateValue = PlanDocument['templates'][number]

export const blankTemplate = (id: TemplateId): TemplateValue => ({ id, name: '', text: '', teamIds: [] })

/** Words that agents answer with, and what becomes of their fields. */
export function TemplateForm(props: EditorProps<TemplateValue>) {
  const { value: initial, document, mayEdit } = props
  const form = useDraftForm(props, { shape: templateShape, url: '/api/plan/templates', part: 'template' })
  const value = form.value
  const fault = form.faultOf('text')
  const named = (id: TeamId): string => document.teams.find((team) => team.id === id)?.name ?? id
  const found = peopleFound(checkTemplate(value, document), form, templateMends, document, mayEdit)
  const shown = filled(value.text, { ...t.sample, centre: document.centre.name })
  const left = [...new Set(blanksOf(shown).map(({ field }) => field))]
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(initial.teamIds.length)}
        users={[]}
        others={[]}
        none={t.none}
        removeNote={t.removeNote}
      >
        <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
        <TextField
          multiline
          minRows={4}
          maxRows={12}
          label={t.text}
          value={value.text}
          disabled={!mayEdit}
          error={fault !== undefined}
          helperText={fault ?? t.textHelp}
          onChange={({ target }) => form.set({ text: target.value })}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
        <Holding of={['teamIds']}>
          <Autocomplete
            multiple
            size="small"
            filterOptions={fewOptions}
            options={document.teams.map(({ id }) => id)}
            value={[...value.teamIds]}
            getOptionLabel={named}
            disabled={!mayEdit}
            onChange={(_, teamIds) => form.set({ teamIds })}
            renderInput={(params) => (
              <TextField
                {...params}
                label={t.teams}
                placeholder={value.teamIds.length === 0 ? t.everybody : undefined}
                helperText={t.teamsHelp}
              />
            )}
          />
        </Holding>
      </EditorFrame>
      <EffectsPane found={found}>
        <Box component="section" aria-label={t.shown} sx={{ display: 'grid', gap: 1 }}>
          <Typography variant="h3">{t.shown}</Typography>
          <Typography
            sx={{
              whiteSpace: 'pre-wrap',
              overflowWrap: 'anywhere',
              bgcolor: 'action.hover',
              padding: 1.5,
              borderRadius: 2,
            }}
          >
            {shown}
          </Typography>
          {left.length > 0 && <Typography variant="body2">{t.left(left.join(', '))}</Typography>}
        </Box>
        <Box component="section" aria-label={t.find} sx={{ display: 'grid', gap: 0.5 }}>
          <Typography variant="h3">{t.find}</Typography>
          <Typography variant="body2">{t.findHelp(value.name)}</Typography>
        </Box>
      </EffectsPane>
    </FoundAtFields>
  )
}
