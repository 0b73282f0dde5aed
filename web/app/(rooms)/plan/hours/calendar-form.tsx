'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { dateOf, dayMs, dayOf, Zone, type Holiday } from '@eudromos/core/hours'
import { usersOfCalendar, type PlanDocument, type CalendarId } from '@eudromos/core/plan'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { WhenField } from '../../../../components/when/when-field.tsx'
import { en } from '../../../../messages/en.ts'
import { calendarUserText } from '../../../../messages/rota.ts'
import { copiedToNextYear, sorted, spanText } from '../../../../view/calendar.ts'
import { calendarShape } from '../../../../view/hours-shape.ts'
import { CalendarFiles } from './calendar-files.tsx'
import { useDraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { YearView } from './year-view.tsx'

const t = en.calendar
const rowsShown = 200

type Calendar = PlanDocument['calendars'][number]

export const blankCalendar = (id: CalendarId): Calendar => ({ id, name: '', description: '', holidays: [] })

/** A calendar of holidays: its list, a file in and out, the year at a glance, who uses it. */
export function CalendarForm(props: EditorProps<Calendar>) {
  const { value: initial, document, mayEdit } = props
  const form = useDraftForm(props, { shape: calendarShape, url: '/api/plan/calendars', part: 'calendar' })
  const now = useCentreNow(60_000)
  const { zone } = document.centre
  const thisYear = now === 0 ? null : dateOf(Math.floor(Zone.of(zone).toWall(now) / dayMs)).year
  const [wantedYear, setYear] = useState<number | null>(null)
  const year = wantedYear ?? thisYear
  const { value, set } = form
  const users = usersOfCalendar(document, initial.id).map(calendarUserText)
  const ofYear = value.holidays.filter(({ from }) => Number(from.slice(0, 4)) === year)
  return (
    <>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.usedBy(users)}
        users={users}
        others={document.calendars}
        none={t.noneInstead}
      >
        <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
        <TextPart form={form} mayEdit={mayEdit} name="description" label={en.plan.description} />
        {year !== null && (
          <>
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Typography variant="h3" component="h3" sx={{ flex: 1 }}>
                {t.holidaysOf(year, ofYear.length)}
              </Typography>
              <Button aria-label={t.yearBefore(year)} onClick={() => setYear(year - 1)}>
                {year - 1}
              </Button>
              <Button aria-label={t.yearAfter(year)} onClick={() => setYear(year + 1)}>
                {year + 1}
              </Button>
            </Box>
            <Holidays
              holidays={ofYear}
              disabled={!mayEdit}
              onRemove={(gone) => set({ holidays: value.holidays.filter((one) => one !== gone) })}
            />
            {mayEdit && (
              <>
                <AddHoliday onAdd={(added) => set({ holidays: sorted([...value.holidays, added]) })} />
                <Box>
                  <Button
                    disabled={ofYear.length === 0}
                    onClick={() => {
                      set({ holidays: copiedToNextYear(value.holidays, year) })
                      setYear(year + 1)
                    }}
                  >
                    {t.copyYear(year)}
                  </Button>
                </Box>
              </>
            )}
          </>
        )}
      </EditorFrame>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        {year !== null && now > 0 && (
          <CalendarFiles
            calendar={value}
            zone={zone}
            now={now}
            mayEdit={mayEdit}
            onTake={(holidays) => set({ holidays })}
          />
        )}
        {year !== null && <YearView holidays={value.holidays} year={year} zone={zone} />}
      </Box>
    </>
  )
}

interface HolidaysProps {
  readonly holidays: readonly Holiday[]
  readonly disabled: boolean
  readonly onRemove: (holiday: Holiday) => void
}

function Holidays({ holidays, disabled, onRemove }: HolidaysProps) {
  const [all, setAll] = useState(false)
  const shown = all ? holidays : holidays.slice(0, rowsShown)
  if (holidays.length === 0)
    return (
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {t.none}
      </Typography>
    )
  return (
    <Box role="list" aria-label={t.list} sx={{ maxHeight: 320, overflowY: 'auto' }}>
      {shown.map((holiday) => (
        <Box
          role="listitem"
          key={`${holiday.from} ${holiday.until} ${holiday.name}`}
          sx={{
            display: 'grid',
            gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr) 34px',
            gap: 1,
            minHeight: 32,
            alignItems: 'center',
          }}
        >
          <Typography variant="figure" noWrap title={spanText(holiday)}>
            {spanText(holiday)}
          </Typography>
          <Typography noWrap title={holiday.name}>
            {holiday.name}
          </Typography>
          {!disabled && (
            <IconButton size="small" aria-label={t.removeHoliday(holiday.name)} onClick={() => onRemove(holiday)}>
              <CloseIcon fontSize="inherit" />
            </IconButton>
          )}
        </Box>
      ))}
      {shown.length < holidays.length && <Button onClick={() => setAll(true)}>{t.showAll(holidays.length)}</Button>}
    </Box>
  )
}

function AddHoliday({ onAdd }: { onAdd: (holiday: Holiday) => void }) {
  const [from, setFrom] = useState('')
  const [until, setUntil] = useState('')
  const [name, setName] = useState('')
  const last = until === '' ? from : until
  const ready = name.trim() !== '' && dayOf(from) !== null && dayOf(last) !== null && last >= from
  const date = (label: string, value: string, onChange: (text: string) => void) => (
    <WhenField kind="date" label={label} value={value} onChange={onChange} />
  )
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '160px 160px minmax(0, 1fr) auto', gap: 1 }}>
      {date(t.from, from, setFrom)}
      {date(t.until, until, setUntil)}
      <TextField label={t.name} value={name} onChange={({ target }) => setName(target.value)} />
      <Button
        disabled={!ready}
        onClick={() => {
          onAdd({ name: name.trim(), from, until: last })
          setFrom('')
          setUntil('')
          setName('')
        }}
      >
        {en.hours.add}
      </Button>
    </Box>
  )
}
