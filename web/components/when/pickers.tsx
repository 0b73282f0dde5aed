'use client'
import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs'
import { DatePicker } from '@mui/x-date-pickers/DatePicker'
import { DateTimePicker } from '@mui/x-date-pickers/DateTimePicker'
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider'
import { TimePicker } from '@mui/x-date-pickers/TimePicker'
import dayjs, { type Dayjs } from 'dayjs'
import customParseFormat from 'dayjs/plugin/customParseFormat'
import 'dayjs/locale/en-gb'
import { useState } from 'react'
import { useCentreNow } from '../stream/context.tsx'
import { formatOf, type WhenFieldProps } from './when.ts'

dayjs.extend(customParseFormat)

const pickers = { date: DatePicker, time: TimePicker, dateTime: DateTimePicker }

/**
 * A date, a time of day or both, typed or picked. What is half typed stays in the field and is said as '' outside: it
 * is not yet a date.
 */
export default function Picker({ kind, label, value, onChange, error, helperText, sx }: WhenFieldProps) {
  const format = formatOf[kind]
  const [kept, setKept] = useState<{ readonly said: string; readonly date: Dayjs | null }>({ said: '', date: null })
  const Of = pickers[kind]
  const now = useCentreNow(60_000)
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale="en-gb">
      <Of
        label={label}
        value={kept.said === value ? kept.date : value === '' ? null : dayjs(value, format)}
        onChange={(date) => {
          const said = date?.isValid() ? date.format(format) : ''
          setKept({ said, date })
          if (said !== value) onChange(said)
        }}
        // The calendar opens at the centre's month; which day is today for the browser says nothing.
        {...(now === 0 ? {} : { referenceDate: dayjs(now).startOf('day') })}
        {...(kind === 'date' ? {} : { ampm: false })}
        {...(kind === 'time' ? {} : { disableHighlightToday: true })}
        format={format.replace('T', ' ')}
        slotProps={{ textField: { size: 'small', fullWidth: true, error, helperText, sx } }}
      />
    </LocalizationProvider>
  )
}
