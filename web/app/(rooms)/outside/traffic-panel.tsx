'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import { request, requestJson } from '../../../components/stream/send.ts'
import { en } from '../../../messages/en.ts'

const t = en.outside
const url = '/api/outside/traffic'
const fields = [
  'chatsPerMinute',
  'callPercent',
  'textPercent',
  'mailPercent',
  'agents',
  'handleSeconds',
  'seed',
] as const

type Numbers = Record<(typeof fields)[number], number>

const moods = ['quiet', 'rush', 'storm'] as const

interface Report extends Numbers {
  readonly mood: (typeof moods)[number] | 'even'
  readonly running: boolean
  readonly begun: number
  readonly agentsConnected: number
  readonly underWay: number
  readonly trouble: string | null
}

/** Made-up customers and agents: how many, how fast, from which seed; start and stop. */
export function TrafficPanel() {
  const [report, setReport] = useState<Report | null>(null)
  const [wanted, setWanted] = useState<Record<(typeof fields)[number], string> | null>(null)
  const [error, setError] = useState<string | null>(null)
  const orders = useRef(0)
  /** Shows an answer, unless something was ordered since it was asked for: it tells what was before that. */
  const show = async (asked: Promise<Report>): Promise<void> => {
    const order = orders.current
    const found = await asked.catch((caught: Error) => caught)
    if (order !== orders.current) return
    if (found instanceof Error) return setError(found.message)
    setReport(found)
    setError(null)
    setWanted((before) => before ?? (Object.fromEntries(fields.map((name) => [name, String(found[name])])) as never))
  }
  useEffect(() => {
    const read = (): void => void show(request<Report>(url))
    read()
    const timer = setInterval(read, 2000)
    return () => clearInterval(timer)
  }, [])
  const order = (work: Promise<Report>): void => {
    orders.current += 1
    void show(work)
  }
  /** With the figures of that mood, which the fields show from then on. */
  const startMood = (mood: (typeof moods)[number]): void => {
    const seed = Number(wanted?.seed ?? 1)
    setWanted(null)
    order(requestJson<Report>(url, 'PUT', { mood, seed }))
  }
  const start = (): void =>
    order(requestJson<Report>(url, 'PUT', Object.fromEntries(fields.map((name) => [name, Number(wanted?.[name])]))))
  return (
    <Paper
      component="section"
      aria-label={t.traffic}
      sx={{ padding: 2.5, border: 1, borderColor: 'divider', display: 'grid', gap: 2 }}
    >
      <div>
        <Typography variant="h2">{t.traffic}</Typography>
        <Typography>{t.trafficText}</Typography>
      </div>
      {error !== null && <Alert severity="error">{error}</Alert>}
      {report?.trouble != null && <Alert severity="warning">{report.trouble}</Alert>}
      <Typography role="status" sx={{ fontWeight: 650 }}>
        {report === null
          ? '…'
          : report.running
            ? t.running(report.begun, report.agentsConnected, report.underWay)
            : t.stopped}
      </Typography>
      <Box role="group" aria-label={t.moods} sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 2 }}>
        {moods.map((mood) => {
          const on = report?.running === true && report.mood === mood
          return (
            <div key={mood}>
              <Button fullWidth aria-pressed={on} disabled={report === null} onClick={() => startMood(mood)}>
                {on ? t.moodOn(t.moodNames[mood]) : t.moodNames[mood]}
              </Button>
              <Typography variant="body2" sx={{ marginBlockStart: 0.5 }}>
                {t.moodTexts[mood]}
              </Typography>
            </div>
          )
        })}
      </Box>
      <Typography variant="body2">{t.orBy}</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 2 }}>
        {fields.map((name) => (
          <TextField
            key={name}
            label={t[name]}
            value={wanted?.[name] ?? ''}
            onChange={({ target }) =>
              setWanted({ ...(wanted as Record<(typeof fields)[number], string>), [name]: target.value })
            }
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="contained" disabled={wanted === null} onClick={start}>
          {report?.running === true ? t.restart : t.start}
        </Button>
        <Button disabled={report?.running !== true} onClick={() => order(request<Report>(url, { method: 'DELETE' }))}>
          {t.stop}
        </Button>
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {t.commandLine}
      </Typography>
    </Paper>
  )
}
