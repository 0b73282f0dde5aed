'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useMemo, useState } from 'react'
import { useController, type Control } from 'react-hook-form'
import { newId } from '../../../../view/new-id.ts'
import { hoursFaults, OpenTimes } from '@eudromos/core/hours'
import { hoursOf, type PlanDocument, type QueueEdit, type QueueId, type HoursId } from '@eudromos/core/plan'
import { inWords, timeText } from '../../../../components/format.ts'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { blankHours, HoursForm } from '../hours/hours-form.tsx'

const t = en.hours
const always = ' '
const make = '  '

type Queue = QueueEdit

interface HoursFieldProps {
  readonly control: Control<Queue>
  readonly queueId: QueueId
  readonly plan: PlanState
  readonly mayEdit: boolean
  readonly onReload: () => Promise<void>
}

/** When the queue is open, and what becomes of those who wait when it closes. Hours are made here where none fit. */
export function HoursField({ control, queueId, plan, mayEdit, onReload }: HoursFieldProps) {
  const { document } = plan
  const { field: hours, fieldState: hoursState } = useController({ control, name: 'hoursId' })
  const { field: closing, fieldState: closingState } = useController({ control, name: 'atClosingTo' })
  const minute = useCentreNow(60_000)
  const [making, setMaking] = useState<HoursId | null>(null)
  const chosen = document.hours.find(({ id }) => id === hours.value)
  const standing = useMemo(
    () => (chosen === undefined || minute === 0 ? undefined : standingOf(chosen, document, minute)),
    [chosen, document, minute],
  )
  const others = document.queues.filter(({ id, service }) => id !== queueId && service !== 'retired')
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
        gap: 2,
        alignItems: 'start',
      }}
    >
      <TextField
        select
        label={t.ofQueue}
        disabled={!mayEdit}
        value={hours.value ?? always}
        error={hoursState.error !== undefined}
        helperText={hoursState.error?.message ?? standing}
        onBlur={hours.onBlur}
        onChange={({ target: { value } }) => {
          if (value === make) setMaking(newId())
          else hours.onChange(value === always ? null : value)
        }}
      >
        <MenuItem value={always}>{t.always}</MenuItem>
        {document.hours.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
        {hours.value !== null && chosen === undefined && <MenuItem value={hours.value}>{hours.value}</MenuItem>}
        <MenuItem value={make}>{t.make}</MenuItem>
      </TextField>
      <TextField
        select
        label={t.atClosing}
        disabled={!mayEdit || hours.value === null}
        value={closing.value ?? always}
        error={closingState.error !== undefined}
        helperText={closingState.error?.message}
        onBlur={closing.onBlur}
        onChange={({ target: { value } }) => closing.onChange(value === always ? null : value)}
      >
        <MenuItem value={always}>{t.served}</MenuItem>
        {others.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {t.sentTo(name)}
          </MenuItem>
        ))}
      </TextField>
      <Dialog open={making !== null} onClose={() => setMaking(null)} fullWidth maxWidth="lg">
        <DialogTitle>{t.makeTitle}</DialogTitle>
        <DialogContent>
          <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 340px', gap: 1.5, alignItems: 'start' }}>
            {making !== null && (
              <HoursForm
                value={blankHours(making, document.centre.zone)}
                isNew
                document={document}
                draft={plan.draft}
                mayEdit={mayEdit}
                onDirty={() => undefined}
                onReload={onReload}
                onSaved={async (id) => {
                  await onReload()
                  hours.onChange(id)
                  setMaking(null)
                }}
              />
            )}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setMaking(null)}>{t.cancel}</Button>
        </DialogActions>
      </Dialog>
    </Box>
  )
}

function standingOf(chosen: PlanDocument['hours'][number], document: PlanDocument, now: number): string | undefined {
  const whole = hoursOf(chosen, document.calendars)
  if (hoursFaults(whole).length > 0) return undefined
  const times = new OpenTimes(whole)
  const open = times.isOpen(now)
  const change = open ? times.nextClosing(now) : times.nextOpening(now)
  if (change === null) return open ? t.openAlways : t.neverOpens
  return open
    ? t.queueOpen(inWords(change - now))
    : t.closedNow(null, inWords(change - now), timeText(change, chosen.zone, now))
}
