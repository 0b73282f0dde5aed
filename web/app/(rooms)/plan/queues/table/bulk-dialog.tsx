'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { ValidationError } from 'yup'
import { checkQueue, type PlanDocument } from '@eudromos/core/plan'
import { findingText } from '../../../../../messages/findings.ts'
import { bulk as t } from '../../../../../messages/plan.ts'
import type { PlanState } from '../../../../../server/plan/plan.ts'
import { queueShape } from '../../../../../view/queue-shape.ts'
import { Trouble } from '../../form/form-parts.tsx'
import { usePublishing } from '../../form/publishing.ts'
import { bulkFields, changesOf, choicesOf, type BulkField, type BulkValue } from './bulk.ts'

type Queue = PlanDocument['queues'][number]

interface BulkDialogProps {
  readonly queues: readonly Queue[]
  readonly plan: PlanState
  readonly onClose: () => void
  readonly onReload: () => Promise<void>
}

/** What each kind of entry begins with. */
const firstOf = ({ id, entry, optional }: BulkField, [queue]: readonly Queue[]): BulkValue => {
  if (queue !== undefined) return queue[id] as BulkValue
  if (entry === 'target') return { percent: 80, seconds: 60 }
  return optional === true ? null : ''
}

/** The shape's complaint about the queue as it would be; null: none. */
function complaint(after: Queue): string | null {
  try {
    queueShape.validateSync(after)
    return null
  } catch (error) {
    if (error instanceof ValidationError) return error.message
    throw error
  }
}

/** One field of several queues: the new value, what it changes in each, and what would be wrong then. */
export function BulkDialog({ queues, plan, onClose, onReload }: BulkDialogProps) {
  const { document } = plan
  const [field, setField] = useState<BulkField>(bulkFields[0] as BulkField)
  const [value, setValue] = useState<BulkValue>(() => firstOf(bulkFields[0] as BulkField, queues))
  const { publish, trouble, busy } = usePublishing()
  const changes = changesOf(queues, field.id, value, document)
  const wrong = changes.map(({ after }) => complaint(after)).find((text) => text !== null) ?? null
  const told = useMemo(() => {
    const changed = new Map(changesOf(queues, field.id, value, document).map(({ after }) => [after.id, after]))
    const whole = { ...document, queues: document.queues.map((queue) => changed.get(queue.id) ?? queue) }
    const was = new Set(
      document.queues.flatMap((queue) => checkQueue(queue, document).map((one) => one.queueId + one.code)),
    )
    return [...changed.values()].flatMap((queue) =>
      checkQueue(queue, whole).flatMap((one) =>
        was.has(one.queueId + one.code) ? [] : [{ ...one, text: t.fault(queue.name, findingText(one)) }],
      ),
    )
  }, [queues, field, value, document])
  const take = async (): Promise<void> => {
    const body = { draft: plan.draft, queues: changes.map(({ after }) => after) }
    if (!(await publish('/api/plan/queues/many', body))) return
    await onReload()
    onClose()
  }
  const stopped = wrong !== null || changes.length === 0 || told.some(({ severity }) => severity === 'fault')
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="bulk-title">
      <DialogTitle id="bulk-title">{t.selected(queues.length)}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Trouble trouble={trouble} onReload={onReload} />
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
            gap: 2,
            marginBlockStart: 1,
          }}
        >
          <TextField
            select
            label={t.field}
            value={field.id}
            onChange={({ target }) => {
              const next = bulkFields.find(({ id }) => id === target.value)
              if (next === undefined) return
              setField(next)
              setValue(firstOf(next, queues))
            }}
          >
            {bulkFields.map(({ id, label }) => (
              <MenuItem key={id} value={id}>
                {label}
              </MenuItem>
            ))}
          </TextField>
          <ValueField field={field} value={value} document={document} onChange={setValue} />
        </Box>
        {wrong !== null && <Alert severity="error">{wrong}</Alert>}
        <Typography role="status">{t.effect(changes.length)}</Typography>
        <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
          {changes.map(({ queue, from, to }) => (
            <li key={queue.id}>{t.change(queue.name, from, to)}</li>
          ))}
        </Box>
        {told.map(({ severity, code, queueId, text }) => (
          <Alert key={`${queueId} ${code}`} severity={severity === 'fault' ? 'error' : 'warning'}>
            {text}
          </Alert>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.leave}</Button>
        <Button variant="contained" disabled={busy !== null || stopped} onClick={() => void take()}>
          {t.publish(changes.length)}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

interface ValueFieldProps {
  readonly field: BulkField
  readonly value: BulkValue
  readonly document: PlanDocument
  readonly onChange: (value: BulkValue) => void
}

function ValueField({ field, value, document, onChange }: ValueFieldProps) {
  switch (field.entry) {
    case 'choice': {
      const choices = choicesOf(field.id, document)
      const at = choices.findIndex((one) => one.value === value)
      return (
        <TextField
          select
          label={t.value}
          value={at === -1 ? '' : at}
          onChange={({ target }) => onChange(choices[Number(target.value)]?.value ?? null)}
        >
          {choices.map(({ name }, n) => (
            <MenuItem key={n} value={n}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )
    }
    case 'number':
      return (
        <TextField
          type="number"
          label={t.value}
          value={value ?? ''}
          helperText={field.optional === true ? t.optional : undefined}
          onChange={({ target }) => onChange(target.value === '' ? null : Number(target.value))}
        />
      )
    case 'text':
      return (
        <TextField
          label={t.value}
          value={value ?? ''}
          helperText={t.optional}
          onChange={({ target }) => onChange(target.value)}
        />
      )
    case 'target': {
      const { percent, seconds } = (value ?? { percent: 80, seconds: 60 }) as { percent: number; seconds: number }
      return (
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' }, gap: 1 }}>
          <TextField
            type="number"
            label={t.percent}
            value={percent}
            onChange={({ target }) => onChange({ percent: Number(target.value), seconds })}
          />
          <TextField
            type="number"
            label={t.seconds}
            value={seconds}
            onChange={({ target }) => onChange({ percent, seconds: Number(target.value) })}
          />
        </Box>
      )
    }
  }
}
