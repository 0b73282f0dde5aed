'use client'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { en } from '../../../../messages/en.ts'
import { intervalsFrom, wholeDays } from '../../../../view/week.ts'

const t = en.hours

interface UnderstoodProps {
  /** What it is typed for, such as a day. */
  readonly day: string
  readonly text: string
  /** From a time to the same time was meant as the whole day. */
  readonly onMeant: (intervals: { from: string; to: string }[]) => void
}

/** In words, what is understood of typed intervals; asks where a whole day may not be meant. */
export function Understood({ day, text, onMeant }: UnderstoodProps) {
  const intervals = intervalsFrom(text)
  if (intervals === null)
    return (
      <Typography variant="body2" sx={{ color: 'error.main' }}>
        {t.notUnderstood(day, text)}
      </Typography>
    )
  const [whole] = wholeDays(intervals)
  if (whole === undefined) return <Typography variant="body2">{t.understood(day, intervals)}</Typography>
  return (
    <Typography variant="body2" sx={{ color: 'error.main' }}>
      {t.wholeDay(day, whole.from)}{' '}
      <Button size="small" onClick={() => onMeant(intervals)}>
        {t.wholeDayYes}
      </Button>
    </Typography>
  )
}
