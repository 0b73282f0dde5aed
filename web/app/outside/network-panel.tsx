'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Paper from '@mui/material/Paper'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { request, requestJson } from '../../components/stream/send.ts'
import { phone as t } from '../../messages/texts.ts'
import type { NetworkView } from '../../view/outside-view.ts'

const url = '/api/outside/network'

/** How the simulated text network does: how long a text takes, how many do not arrive, and whether it is there at all. */
export function NetworkPanel() {
  const [network, setNetwork] = useState<NetworkView | null>(null)
  const [typed, setTyped] = useState({ seconds: '', failPercent: '' })
  const [error, setError] = useState<string | null>(null)
  const take = (found: NetworkView): void => {
    setNetwork(found)
    setError(null)
    setTyped({ seconds: String(found.delayMs / 1000), failPercent: String(found.failPercent) })
  }
  const fail = (caught: Error): void => setError(caught.message)
  useEffect(() => void request<NetworkView>(url).then(take, fail), [])
  const set = (change: Partial<NetworkView>): void => void requestJson<NetworkView>(url, 'PUT', change).then(take, fail)
  const changed =
    network !== null &&
    (Number(typed.seconds) * 1000 !== network.delayMs || Number(typed.failPercent) !== network.failPercent)
  return (
    <Paper
      component="section"
      aria-label={t.network}
      sx={{ padding: 2.5, border: 1, borderColor: 'divider', display: 'grid', gap: 2, marginBlockStart: { md: 7 } }}
    >
      <Typography variant="h2">{t.network}</Typography>
      {error !== null && <Alert severity="error">{error}</Alert>}
      <FormControlLabel
        control={
          <Switch
            checked={network?.up ?? true}
            disabled={network === null}
            onChange={({ target }) => set({ up: target.checked })}
          />
        }
        label={t.up}
      />
      {network?.up === false && <Alert severity="warning">{t.down}</Alert>}
      <TextField
        label={t.delay}
        disabled={network === null}
        value={typed.seconds}
        onChange={({ target }) => setTyped({ ...typed, seconds: target.value })}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <TextField
        label={t.fails}
        disabled={network === null}
        value={typed.failPercent}
        onChange={({ target }) => setTyped({ ...typed, failPercent: target.value })}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <Button
        disabled={!changed}
        onClick={() => set({ delayMs: Number(typed.seconds) * 1000, failPercent: Number(typed.failPercent) })}
        sx={{ justifySelf: 'start' }}
      >
        {t.set}
      </Button>
    </Paper>
  )
}
