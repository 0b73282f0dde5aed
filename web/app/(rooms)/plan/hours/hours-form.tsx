'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { Zone } from '@eudromos/core/hours'
import { usersOfHours, type PlanDocument } from '@eudromos/core/plan'
import { timeText } from '../../../../components/format.ts'
import { useLive, useNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import { hoursShape } from '../../../../view/hours-shape.ts'
import { useDraftForm } from './draft-form.ts'
import { Exceptions } from './exceptions.tsx'
import { FormFoot, Trouble } from '../form-parts.tsx'
import { HoursEffects } from './hours-effects.tsx'
import { RemoveDialog } from './remove-dialog.tsx'
import { WeekGrid } from './week-grid.tsx'

const t = en.hours

type PlanHours = PlanDocument['hours'][number]

export interface EditorProps<T> {
  readonly value: T
  readonly isNew: boolean
  readonly document: PlanDocument
  readonly draft: number
  readonly mayEdit: boolean
  readonly onDirty: (dirty: boolean) => void
  /** With the id saved, '' after it was deleted. */
  readonly onSaved: (id: string) => Promise<void>
  readonly onReload: () => Promise<void>
  /** Left out where a copy cannot be begun. */
  readonly onDuplicate?: (like: T) => void
}

export const blankHours = (id: string, zone: string): PlanHours => ({
  id,
  name: '',
  description: '',
  zone,
  weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
  exceptions: [],
  calendarIds: [],
})

/** What the zone's clocks show now and how far they are from UTC, as a sentence. */
function zoneText(zone: string, now: number): string {
  if (now === 0) return ''
  const minutes = Math.round((Zone.of(zone).toWall(now) - now) / 60_000)
  const size = Math.abs(minutes)
  const offset = `${minutes < 0 ? '−' : '+'}${String(Math.floor(size / 60)).padStart(2, '0')}:${String(size % 60).padStart(2, '0')}`
  return t.zoneNow(offset, timeText(now, zone))
}

const isZone = (zone: string): boolean => {
  try {
    Zone.of(zone)
    return true
  } catch {
    return false
  }
}

/** Opening hours: the week as a drawing, its exceptions and holidays; what they come to beside it. */
export function HoursForm(props: EditorProps<PlanHours>) {
  const { value: initial, isNew, document, draft, mayEdit, onDirty, onSaved, onReload, onDuplicate } = props
  const form = useDraftForm({
    initial,
    isNew,
    shape: hoursShape,
    url: '/api/plan/hours',
    part: 'hours',
    draft,
    onDirty,
    onSaved,
  })
  const { clockOffsetMs } = useLive()
  const now = useNow(clockOffsetMs)
  const [removing, setRemoving] = useState(false)
  const { value, set, fields } = form
  const zones = useMemo(() => Intl.supportedValuesOf('timeZone'), [])
  const calendarName = (id: string): string => document.calendars.find((one) => one.id === id)?.name ?? id
  const text = (name: 'name' | 'description', label: string) => (
    <TextField
      label={label}
      value={value[name]}
      disabled={!mayEdit}
      fullWidth
      error={fields[name] !== undefined || fields[`hours.${name}`] !== undefined}
      helperText={fields[name] ?? fields[`hours.${name}`]}
      onChange={({ target }) => set({ [name]: target.value })}
    />
  )
  return (
    <>
      <Paper
        component="form"
        noValidate
        aria-label={t.one}
        onSubmit={(event) => {
          event.preventDefault()
          // The form may stand in a dialog of another form's.
          event.stopPropagation()
          void form.save()
        }}
        sx={{ padding: 2.5, border: 1, borderColor: 'divider', display: 'grid', gap: 2 }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography variant="h1" component="h2" noWrap sx={{ flex: 1 }}>
            {value.name || t.fresh}
          </Typography>
          {mayEdit && !isNew && onDuplicate !== undefined && (
            <>
              <Button onClick={() => onDuplicate(value)}>{en.plan.duplicate}</Button>
              <Button onClick={() => setRemoving(true)}>{t.remove}</Button>
            </>
          )}
        </Box>
        {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
        <Trouble trouble={form.trouble} onReload={onReload} />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2, alignItems: 'start' }}>
          {text('name', en.plan.name)}
          <Autocomplete
            options={zones.includes(value.zone) ? zones : [value.zone, ...zones]}
            value={value.zone}
            disableClearable
            disabled={!mayEdit}
            size="small"
            onChange={(_, zone) => set({ zone })}
            renderInput={(params) => (
              <TextField {...params} label={t.zone} helperText={isZone(value.zone) ? zoneText(value.zone, now) : ''} />
            )}
          />
          <Box sx={{ gridColumn: '1 / -1' }}>{text('description', en.plan.description)}</Box>
        </Box>
        <WeekGrid weekly={value.weekly} disabled={!mayEdit} onChange={(weekly) => set({ weekly })} />
        <Autocomplete
          multiple
          size="small"
          options={document.calendars.map(({ id }) => id)}
          value={[...value.calendarIds]}
          getOptionLabel={calendarName}
          disabled={!mayEdit}
          onChange={(_, calendarIds) => set({ calendarIds })}
          renderInput={(params) => <TextField {...params} label={t.calendars} />}
        />
        <Exceptions exceptions={value.exceptions} disabled={!mayEdit} onChange={(exceptions) => set({ exceptions })} />
        <FormFoot form={form} mayEdit={mayEdit} calm={t.usedBy(usersOfHours(document, value.id))} />
      </Paper>
      <HoursEffects hours={value} document={document} now={now} />
      <RemoveDialog
        open={removing}
        name={initial.name}
        users={usersOfHours(document, initial.id)}
        none={t.alwaysOpen}
        others={document.hours.filter(({ id }) => id !== initial.id)}
        onClose={() => setRemoving(false)}
        onRemove={(replacementId) => {
          setRemoving(false)
          void form.remove(replacementId)
        }}
      />
    </>
  )
}
