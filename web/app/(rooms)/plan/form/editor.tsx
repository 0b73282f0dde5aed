'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState, type ReactNode } from 'react'
import { Zone } from '@eudromos/core/hours'
import type { PlanDocument, CalendarId, PersonId } from '@eudromos/core/plan'
import { fewChips } from '../../../../components/few-chips.tsx'
import { fewOptions } from '../../../../components/few-options.ts'
import { timeText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import type { DraftForm } from './draft-form.ts'
import { Holding } from './findings.tsx'
import { firstUnread } from './unread.ts'
import { FormFoot, Trouble } from './form-parts.tsx'
import { RemoveDialog } from './remove-dialog.tsx'

const t = en.hours

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

interface Named {
  readonly id: string
  readonly name: string
  readonly description?: string
}

interface EditorFrameProps<T extends Named> {
  readonly form: DraftForm<T>
  /** What kind of thing it is, and how a new one is called. */
  readonly label: string
  readonly fresh: string
  /** What the form itself was given. */
  readonly editor: Pick<EditorProps<T>, 'isNew' | 'mayEdit' | 'onReload' | 'onDuplicate'>
  /** Said while there is nothing to save. */
  readonly calm: string
  /** Who uses it, what they could use instead, and how it is called to have none. */
  readonly users: readonly string[]
  readonly others: readonly { readonly id: string; readonly name: string }[]
  readonly none: string | null
  /** What deleting it does, where that is more than that nothing uses it. */
  readonly removeNote?: string
  readonly children: ReactNode
}

/** The form of one thing of the plan: its name, duplicating and deleting it, its fields, undoing and saving. */
export function EditorFrame<T extends Named>(props: EditorFrameProps<T>) {
  const { form, label, fresh, editor, calm, users, others, none, children, removeNote } = props
  const { isNew, mayEdit, onReload, onDuplicate } = editor
  const [removing, setRemoving] = useState(false)
  const { value } = form
  return (
    <Paper
      component="form"
      noValidate
      aria-label={label}
      onSubmit={(event) => {
        event.preventDefault()
        // The form may stand in a dialog of another form's.
        event.stopPropagation()
        const typed = firstUnread(event.currentTarget)
        typed?.focus()
        if (typed === null) void form.save()
        else form.refuse(en.plan.unread)
      }}
      sx={{
        padding: 2.5,
        border: 1,
        borderColor: 'divider',
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr)',
        gap: 2,
        minWidth: 0,
      }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h1" component="h2" noWrap sx={{ flex: '1 1 160px', minWidth: 0 }}>
          {value.name || fresh}
        </Typography>
        {mayEdit && !isNew && onDuplicate !== undefined && (
          <Button onClick={() => onDuplicate(value)}>{en.plan.duplicate}</Button>
        )}
        {mayEdit && !isNew && (onDuplicate ?? removeNote) !== undefined && (
          <Button onClick={() => setRemoving(true)}>{t.remove}</Button>
        )}
      </Box>
      {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
      <Trouble trouble={form.trouble} onReload={onReload} />
      {children}
      <FormFoot form={form} mayEdit={mayEdit} calm={calm} />
      <RemoveDialog
        open={removing}
        name={form.initial.name}
        users={users}
        none={none}
        note={removeNote}
        others={others.filter(({ id }) => id !== value.id)}
        onClose={() => setRemoving(false)}
        onRemove={(replacementId) => {
          setRemoving(false)
          void form.remove(replacementId)
        }}
      />
    </Paper>
  )
}

interface FieldProps<T> {
  readonly form: DraftForm<T>
  readonly mayEdit: boolean
}

export function TextPart<T extends Named>({
  form,
  mayEdit,
  name,
  label,
}: FieldProps<T> & { readonly name: 'name' | 'description'; readonly label: string }) {
  const fault = form.faultOf(name)
  return (
    <Holding of={[name]}>
      <TextField
        label={label}
        value={form.value[name] ?? ''}
        disabled={!mayEdit}
        fullWidth
        error={fault !== undefined}
        helperText={fault}
        onChange={({ target }) => form.set({ [name]: target.value } as unknown as Partial<T>)}
      />
    </Holding>
  )
}

/** What the zone's clocks show now and how far they are from UTC, as a sentence. */
export function zoneText(zone: string, now: number): string {
  if (now === 0) return ''
  const minutes = Math.round((Zone.of(zone).toWall(now) - now) / 60_000)
  const size = Math.abs(minutes)
  const offset = `${minutes < 0 ? '−' : '+'}${String(Math.floor(size / 60)).padStart(2, '0')}:${String(size % 60).padStart(2, '0')}`
  return t.zoneNow(offset, timeText(now, zone))
}

export const isZone = (zone: string): boolean => {
  try {
    Zone.of(zone)
    return true
  } catch {
    return false
  }
}

/** Name, time zone with what its clocks show, description. */
export function HeadFields<T extends Named & { readonly zone: string }>({
  form,
  mayEdit,
  now,
}: FieldProps<T> & { readonly now: number }) {
  const zones = useMemo(() => Intl.supportedValuesOf('timeZone'), [])
  const { zone } = form.value
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
        gap: 2,
        alignItems: 'start',
      }}
    >
      <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
      <Holding of={['zone']}>
        <Autocomplete
          options={zones.includes(zone) ? zones : [zone, ...zones]}
          value={zone}
          disableClearable
          disabled={!mayEdit}
          size="small"
          onChange={(_, chosen) => form.set({ zone: chosen } as unknown as Partial<T>)}
          renderInput={(params) => (
            <TextField {...params} label={t.zone} helperText={isZone(zone) ? zoneText(zone, now) : ''} />
          )}
        />
      </Holding>
      <Box sx={{ gridColumn: '1 / -1' }}>
        <TextPart form={form} mayEdit={mayEdit} name="description" label={en.plan.description} />
      </Box>
    </Box>
  )
}

export function CalendarsField<T extends { readonly calendarIds: readonly CalendarId[] }>({
  form,
  mayEdit,
  label,
  document,
}: FieldProps<T> & { readonly label: string; readonly document: PlanDocument }) {
  const named = (id: string): string => document.calendars.find((one) => one.id === id)?.name ?? id
  return (
    <Holding of={['calendarIds']}>
      <Autocomplete
        multiple
        size="small"
        options={document.calendars.map(({ id }) => id)}
        value={[...form.value.calendarIds]}
        getOptionLabel={named}
        disabled={!mayEdit}
        onChange={(_, calendarIds) => form.set({ calendarIds } as unknown as Partial<T>)}
        renderInput={(params) => <TextField {...params} label={label} />}
      />
    </Holding>
  )
}

/** The people of a site or a shift, chosen by name. */
export function PeoplePart<T extends { readonly personIds: readonly PersonId[] }>({
  form,
  mayEdit,
  label,
  people,
}: FieldProps<T> & { readonly label: string; readonly people: PlanState['people'] }) {
  const names = useMemo(() => new Map(people.map(({ id, name }) => [id, name])), [people])
  return (
    <Holding of={['personIds']}>
      <Autocomplete
        multiple
        disableCloseOnSelect
        size="small"
        {...fewChips<PersonId>(form.value.personIds.length, (id) => names.get(id) ?? id)}
        filterOptions={fewOptions}
        options={people.map(({ id }) => id)}
        value={[...form.value.personIds]}
        getOptionLabel={(id) => names.get(id) ?? id}
        disabled={!mayEdit}
        onChange={(_, personIds) => form.set({ personIds } as unknown as Partial<T>)}
        renderInput={(params) => <TextField {...params} label={label} />}
      />
    </Holding>
  )
}
