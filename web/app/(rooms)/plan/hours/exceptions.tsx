'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { dayOf, type DateException } from '@eudromos/core/hours'
import { WhenField } from '../../../../components/when/when-field.tsx'
import { en } from '../../../../messages/en.ts'
import type { WeekWords } from '../../../../messages/hours.ts'
import { unread } from '../form/unread.ts'
import { intervalsFrom } from '../../../../view/week.ts'

const t = en.hours

interface ExceptionsProps {
  readonly exceptions: readonly DateException[]
  readonly disabled: boolean
  /** Of opening hours, if nothing else is said. */
  readonly words?: WeekWords
  readonly onChange: (exceptions: readonly DateException[]) => void
}

const typed = ({ intervals }: DateException): string => intervals.map(({ from, to }) => `${from}-${to}`).join(', ')

const sayTimes = (intervals: DateException['intervals']): string =>
  intervals.map(({ from, to }) => `${from} to ${to}`).join(' and ')

const columns = '160px minmax(0, 1fr) minmax(0, 1fr) 34px'

/** Dates that differ from the week: closed, or open at other times. */
export function Exceptions({ exceptions, disabled, words = t, onChange }: ExceptionsProps) {
  const [date, setDate] = useState('')
  const [times, setTimes] = useState('')
  const [name, setName] = useState('')
  const intervals = intervalsFrom(times)
  const taken = exceptions.some((exception) => exception.date === date)
  const ready = dayOf(date) !== null && intervals !== null && !taken
  const put = (all: readonly DateException[]): void => onChange([...all].sort((a, b) => (a.date < b.date ? -1 : 1)))
  const add = (): void => {
    if (!ready) return
    put([...exceptions, { date, intervals, ...(name.trim() === '' ? {} : { name: name.trim() }) }])
    setDate('')
    setTimes('')
    setName('')
  }
  return (
    <Box role="group" aria-label={t.exceptions} sx={{ display: 'grid', gap: 0.75 }}>
      <Typography variant="h3" component="h3">
        {t.exceptions}
      </Typography>
      {exceptions.length === 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {words.noExceptions}
        </Typography>
      )}
      {exceptions.map((exception) => (
        <Box
          key={exception.date}
          sx={{ display: 'grid', gridTemplateColumns: columns, gap: 1, alignItems: 'center', minHeight: 32 }}
        >
          <Typography variant="figure">{exception.date}</Typography>
          <Typography variant="figure" noWrap title={typed(exception)}>
            {typed(exception) || words.closedDay}
          </Typography>
          <Typography noWrap title={exception.name}>
            {exception.name}
          </Typography>
          {!disabled && (
            <IconButton
              size="small"
              aria-label={t.removeException(exception.date)}
              onClick={() => put(exceptions.filter((other) => other !== exception))}
            >
              <CloseIcon fontSize="inherit" />
            </IconButton>
          )}
        </Box>
      ))}
      {!disabled && (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: '160px minmax(0, 1fr) minmax(0, 1fr) auto',
            gap: 1,
            alignItems: 'start',
            marginBlockStart: 1,
          }}
        >
          <WhenField
            kind="date"
            label={t.date}
            value={date}
            error={taken}
            helperText={taken ? t.dateTaken : undefined}
            onChange={setDate}
          />
          <TextField
            label={words.times}
            value={times}
            placeholder={words.closedDay}
            error={intervals === null}
            helperText={intervals === null ? t.typedWrong : times === '' ? undefined : sayTimes(intervals)}
            onChange={({ target }) => setTimes(target.value)}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: unread(intervals === null) }}
          />
          <TextField label={t.exceptionName} value={name} onChange={({ target }) => setName(target.value)} />
          <Button disabled={!ready} onClick={add} sx={{ minHeight: 38 }}>
            {t.add}
          </Button>
        </Box>
      )}
    </Box>
  )
}
