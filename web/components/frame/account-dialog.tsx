'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useState, type FormEvent } from 'react'
import { account as t, browserText } from '../../messages/account.ts'
import type { OwnSession } from '../../view/own-password.ts'
import { dayText, timeText } from '../format.ts'
import { request, requestJson } from '../stream/send.ts'
import { useActing } from './acting.ts'
import { FactorSection } from './factor-section.tsx'
import { useNotice } from './notice.tsx'

/** One's own password, and where one is signed in. Asked for when it is opened. */
export function AccountDialog({ zone, onClose }: { readonly zone: string; readonly onClose: () => void }) {
  const notice = useNotice()
  const [current, setCurrent] = useState('')
  const [password, setPassword] = useState('')
  const { busy, wrong, act, refused } = useActing()
  const [sessions, setSessions] = useState<readonly OwnSession[] | null>(null)
  const load = (): Promise<void> => request<OwnSession[]>('/api/own-sessions').then(setSessions)
  useEffect(() => {
    load().catch(refused)
  }, [refused])
  const actAndSay = (what: () => Promise<unknown>, done: string): Promise<void> =>
    act(async () => {
      await what()
      notice(done, 'done')
      await load()
    })
  const change = (event: FormEvent): void => {
    event.preventDefault()
    void actAndSay(async () => {
      await requestJson('/api/own-password', 'PUT', { current, password })
      setCurrent('')
      setPassword('')
    }, t.changed)
  }
  const endOthers = (): Promise<void> => actAndSay(() => request('/api/own-sessions', { method: 'DELETE' }), t.ended)
  const wrongOf = (field: string): string | undefined => wrong?.fields[field]
  const told = wrongOf('current') !== undefined || wrongOf('password') !== undefined
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="account-title">
      <DialogTitle id="account-title">{t.title}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2.5 }}>
        {wrong !== null && !told && <Alert severity="error">{wrong.message}</Alert>}
        <Box component="form" aria-label={t.password} onSubmit={change} sx={{ display: 'grid', gap: 1.5 }}>
          <Typography variant="h3">{t.password}</Typography>
          <TextField
            label={t.current}
            type="password"
            autoComplete="current-password"
            required
            value={current}
            onChange={({ target }) => setCurrent(target.value)}
            error={wrongOf('current') !== undefined}
            helperText={wrongOf('current')}
          />
          <TextField
            label={t.fresh}
            type="password"
            autoComplete="new-password"
            required
            value={password}
            onChange={({ target }) => setPassword(target.value)}
            error={wrongOf('password') !== undefined}
            helperText={wrongOf('password') ?? t.help}
          />
          <Button type="submit" variant="contained" disabled={busy || current === '' || password === ''}>
            {t.change}
          </Button>
        </Box>
        <FactorSection zone={zone} />
        <Box component="section" aria-label={t.sessions} sx={{ display: 'grid', gap: 1 }}>
          <Typography variant="h3">{t.sessions}</Typography>
          <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
            {(sessions ?? []).map(({ id, here, since, browser }) => (
              <Typography component="li" key={id} variant="body2">
                <strong>{here ? t.here : t.elsewhere}</strong>: {browserText(browser)},{' '}
                {t.since(`${dayText(since, zone)}, ${timeText(since, zone)}`)}
              </Typography>
            ))}
          </Box>
          {(sessions?.length ?? 0) > 1 && (
            <Button disabled={busy} onClick={() => void endOthers()} sx={{ justifySelf: 'start' }}>
              {t.endOthers}
            </Button>
          )}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.close}</Button>
      </DialogActions>
    </Dialog>
  )
}
