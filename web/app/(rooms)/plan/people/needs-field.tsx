'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { customerNeeds, type CustomerNeed, type NeedTerms, type PlanDocument } from '@eudromos/core/plan'
import { needs as t } from '../../../../messages/needs.ts'
import { AskedField } from '../form/asked-field.tsx'
import type { DraftForm } from '../form/draft-form.ts'
import { WholeField } from './parts.tsx'
import type { CentreValue } from './values.ts'

interface NeedsFieldProps {
  readonly form: DraftForm<CentreValue>
  readonly document: PlanDocument
  readonly mayEdit: boolean
}

/** What each need of customers asks of whoever serves them, and how much longer they are waited for. */
export function NeedsField({ form, document, mayEdit }: NeedsFieldProps) {
  const { needs } = form.value
  const put = (need: CustomerNeed, change: Partial<NeedTerms>): void =>
    form.set({ needs: { ...needs, [need]: { ...needs[need], ...change } } })
  return (
    <Box role="group" aria-label={t.title} sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h3" component="h3">
        {t.title}
      </Typography>
      <Typography variant="body2">{t.help}</Typography>
      {customerNeeds.map((need) => (
        <Box
          key={need}
          role="group"
          aria-label={t.names[need]}
          sx={{ display: 'grid', gap: 1, borderTop: 1, borderColor: 'divider', paddingBlockStart: 1.5 }}
        >
          <Typography>{t.names[need]}</Typography>
          <AskedField
            value={needs[need].requirements}
            skills={document.skills}
            mayEdit={mayEdit}
            onChange={(requirements) => put(need, { requirements })}
          />
          <WholeField
            label={t.patience}
            value={needs[need].patience}
            disabled={!mayEdit}
            fault={form.faultOf(`needs.${need}.patience`)}
            onChange={(patience) => put(need, { patience: patience ?? 1 })}
          />
        </Box>
      ))}
    </Box>
  )
}
