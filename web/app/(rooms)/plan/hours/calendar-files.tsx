'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { useRef, useState } from 'react'
import { IcsFault, readHolidays, writeHolidays } from '@eudromos/core/exchange'
import { dayMs, type Holiday } from '@eudromos/core/hours'
import type { PlanDocument } from '@eudromos/core/plan'
import { en } from '../../../../messages/en.ts'
import { imported, previewImport, spanText, type ImportPreview } from '../../../../view/calendar.ts'

const t = en.calendar
const linesShown = 200

interface CalendarFilesProps {
  readonly calendar: PlanDocument['calendars'][number]
  readonly zone: string
  readonly now: number
  readonly mayEdit: boolean
  readonly onTake: (holidays: readonly Holiday[]) => void
}

/** A calendar file in, with what it would change shown before it does, and out. */
export function CalendarFiles({ calendar, zone, now, mayEdit, onTake }: CalendarFilesProps) {
  const input = useRef<HTMLInputElement>(null)
  const [preview, setPreview] = useState<ImportPreview | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const read = async (file: File | undefined): Promise<void> => {
    setPreview(null)
    setFault(null)
    if (file === undefined) return
    try {
      const range = { zone, from: now - 370 * dayMs, to: now + 5 * 366 * dayMs }
      const found = readHolidays(new Uint8Array(await file.arrayBuffer()), range).map(({ name, from, until }) => ({
        name,
        from,
        until,
      }))
      setPreview(previewImport(calendar.holidays, found))
    } catch (error) {
      setFault(error instanceof IcsFault ? t.fault(error.line, error.reason) : t.unreadable)
    }
  }
  const download = (): void => {
    const stamp = new Date(Math.floor(now / 1000) * 1000).toISOString()
    const url = URL.createObjectURL(
      new Blob([writeHolidays(calendar.name, calendar.holidays, stamp)], { type: 'text/calendar;charset=utf-8' }),
    )
    const link = window.document.createElement('a')
    link.href = url
    link.download = `${
      calendar.name
        .trim()
        .replaceAll(/[^\p{L}\p{N}]+/gu, '-')
        .toLowerCase() || 'holidays'
    }.ics`
    link.click()
    URL.revokeObjectURL(url)
  }
  const nothing = preview !== null && preview.adds.length + preview.changes.length + preview.removes.length === 0
  return (
    <Paper
      component="section"
      aria-label={t.files}
      sx={{
        padding: 2.5,
        border: 1,
        borderColor: 'divider',
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr)',
        gap: 1.5,
        minWidth: 0,
      }}
    >
      <Typography variant="h2">{t.files}</Typography>
      <Typography variant="body2">{t.filesHelp}</Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {mayEdit && <Button onClick={() => input.current?.click()}>{t.import}</Button>}
        <Button disabled={calendar.holidays.length === 0} onClick={download}>
          {t.export}
        </Button>
        <input
          ref={input}
          type="file"
          accept=".ics,text/calendar"
          hidden
          aria-label={t.import}
          onChange={({ target }) => {
            void read(target.files?.[0])
            target.value = ''
          }}
        />
      </Box>
      {fault !== null && <Alert severity="error">{fault}</Alert>}
      {preview !== null && (
        <Box role="region" aria-label={t.preview} sx={{ display: 'grid', gap: 1 }}>
          <Typography sx={{ fontWeight: 650 }}>
            {t.previewSums(preview.adds.length, preview.changes.length, preview.removes.length, preview.same)}
          </Typography>
          <Changes title={t.adds} lines={preview.adds.map((one) => `${spanText(one)}  ${one.name}`)} />
          <Changes
            title={t.changes}
            lines={preview.changes.map(
              ({ before, after }) => `${after.name}: ${spanText(before)} → ${spanText(after)}`,
            )}
          />
          <Changes title={t.removes} lines={preview.removes.map((one) => `${spanText(one)}  ${one.name}`)} />
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              disabled={nothing}
              onClick={() => {
                onTake(imported(calendar.holidays, preview))
                setPreview(null)
              }}
            >
              {t.take}
            </Button>
            <Button onClick={() => setPreview(null)}>{t.dismiss}</Button>
          </Box>
        </Box>
      )}
    </Paper>
  )
}

function Changes({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null
  return (
    <div>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {title}
      </Typography>
      <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5, maxHeight: 160, overflowY: 'auto' }}>
        {lines.slice(0, linesShown).map((line, n) => (
          <Typography component="li" variant="body2" key={n}>
            {line}
          </Typography>
        ))}
        {lines.length > linesShown && (
          <Typography component="li" variant="body2">
            {t.more(lines.length - linesShown)}
          </Typography>
        )}
      </Box>
    </div>
  )
}
