'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { pauseKinds, type PauseKind } from '@eudromos/core/plan'
import { WhenField } from '../../../../components/when/when-field.tsx'
import { en } from '../../../../messages/en.ts'
import { weekdays } from '../../../../messages/hours.ts'
import { pauseRows, pausesOf, withDay, type Pause, type PauseRow } from '../../../../view/pauses.ts'

const t = en.shift
const columns = '130px 124px 124px minmax(0, 1fr)'

interface PausesProps {
  readonly pauses: readonly Pause[]
  readonly disabled: boolean
  readonly onChange: (pauses: readonly Pause[]) => void
}

/** Breaks, meals and training within a shift: a row for each, with its days. */
export function Pauses({ pauses, disabled, onChange }: PausesProps) {
  const rows = pauseRows(pauses)
  const put = (all: readonly PauseRow[]): void => onChange(all.flatMap(pausesOf))
  return (
    <Box role="group" aria-label={t.pauses} sx={{ display: 'grid', gap: 0.75 }}>
      <Typography variant="h3" component="h3">
        {t.pauses}
      </Typography>
      {rows.length === 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {t.noPauses}
        </Typography>
      )}
      {rows.map((row) => (
        <Box
          key={`${row.from} ${row.to} ${row.kind}`}
          sx={{ display: 'grid', gridTemplateColumns: '74px 124px minmax(0, 1fr) 34px', gap: 1, alignItems: 'center' }}
        >
          <Typography>{t.kinds[row.kind]}</Typography>
          <Typography variant="figure">
            {row.from} – {row.to}
          </Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.25 }}>
            {weekdays.map((day, n) => (
              <ToggleButton
                key={day}
                value={n}
                size="small"
                disabled={disabled}
                selected={row.weekdays.includes(n + 1)}
                aria-label={t.onDay(day, t.kinds[row.kind])}
                onChange={() => put(rows.map((other) => (other === row ? withDay(row, n + 1) : other)))}
                sx={{ minWidth: 38, paddingInline: 0.5, paddingBlock: 0.25 }}
              >
                {day.slice(0, 3)}
              </ToggleButton>
            ))}
          </Box>
          {!disabled && (
            <IconButton
              size="small"
              aria-label={t.remove(t.kinds[row.kind], row.from)}
              onClick={() => put(rows.filter((other) => other !== row))}
            >
              <CloseIcon fontSize="inherit" />
            </IconButton>
          )}
        </Box>
      ))}
      {!disabled && <AddPause onAdd={(row) => put([...rows, row])} />}
    </Box>
  )
}

function AddPause({ onAdd }: { onAdd: (row: PauseRow) => void }) {
  const [kind, setKind] = useState<PauseKind>('break')
  const [from, setFrom] = useState('')
  const [to, setTo] = useState('')
  const time = (label: string, value: string, onChange: (text: string) => void) => (
    <WhenField kind="time" label={label} value={value} onChange={onChange} />
  )
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: columns, gap: 1, marginBlockStart: 1, alignItems: 'start' }}>
      <TextField select label={t.kind} value={kind} onChange={({ target }) => setKind(target.value as PauseKind)}>
        {pauseKinds.map((one) => (
          <MenuItem key={one} value={one}>
            {t.kinds[one]}
          </MenuItem>
        ))}
      </TextField>
      {time(t.from, from, setFrom)}
      {time(t.to, to, setTo)}
      <Button
        disabled={from === '' || to === '' || from === to}
        onClick={() => {
          onAdd({ kind, from, to, weekdays: [1, 2, 3, 4, 5] })
          setFrom('')
          setTo('')
        }}
        sx={{ minHeight: 38, justifySelf: 'start' }}
      >
        {t.add}
      </Button>
    </Box>
  )
}
