'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useState, type FormEvent } from 'react'
import { account, factor as t } from '../../messages/account.ts'
import type { FactorOffer, OwnFactor } from '../../view/second-factor.ts'
import { dayText } from '../format.ts'
import { request, requestJson } from '../stream/send.ts'
import { useActing } from './acting.ts'
import { CodeField, GivenCodes, OfferedKey } from './factor-parts.tsx'

type Doing = { readonly kind: 'begin'; readonly offer: FactorOffer } | { readonly kind: 'end' } | null

/** One's own second factor: set up, in the place of another, or ended. */
export function FactorSection({ zone }: { readonly zone: string }) {
  const [own, setOwn] = useState<OwnFactor | null>(null)
  const [doing, setDoing] = useState<Doing>(null)
  const [codes, setCodes] = useState<readonly string[] | null>(null)
  const [current, setCurrent] = useState('')
  const [code, setCode] = useState('')
  const { busy, wrong, act, refused, forget } = useActing()
  const load = (): Promise<void> => request<OwnFactor>('/api/own-factor').then(setOwn)
  useEffect(() => {
    load().catch(refused)
  }, [refused])
  const close = (): void => {
    setDoing(null)
    setCurrent('')
    setCode('')
    forget()
  }
  const begin = (): Promise<void> =>
    act(async () => {
      setCodes(null)
      setDoing({ kind: 'begin', offer: await requestJson<FactorOffer>('/api/own-factor', 'POST', {}) })
    })
  const finish = (event: FormEvent): void => {
    event.preventDefault()
    if (doing === null) return
    void act(async () => {
      if (doing.kind === 'end') await requestJson('/api/own-factor', 'DELETE', { current, code })
      else {
        const { offer } = doing.offer
        const given = await requestJson<{ codes: string[] }>('/api/own-factor', 'PUT', { current, code, offer })
        setCodes(given.codes)
      }
      close()
      await load()
    })
  }
  const fields = wrong?.fields ?? {}
  return (
    <Box component="section" aria-label={t.title} sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h3">{t.title}</Typography>
      {wrong !== null && fields.current === undefined && fields.code === undefined && (
        <Alert severity="error">{wrong.message}</Alert>
      )}
      {own !== null && (
        <Typography variant="body2">
          {own.since === null ? t.none : t.since(dayText(own.since, zone), own.codesLeft)}
        </Typography>
      )}
      {codes !== null && <GivenCodes codes={codes} />}
      {doing === null ? (
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button disabled={busy || own === null} onClick={() => void begin()}>
            {own === null || own.since === null ? t.begin : t.another}
          </Button>
          {own !== null && own.since !== null && !own.required && (
            <Button disabled={busy} onClick={() => setDoing({ kind: 'end' })}>
              {t.end}
            </Button>
          )}
        </Box>
      ) : (
        <Box
          component="form"
          aria-label={doing.kind === 'begin' ? t.begin : t.end}
          onSubmit={finish}
          sx={{ display: 'grid', gap: 1.5 }}
        >
          {doing.kind === 'begin' && <OfferedKey offer={doing.offer} />}
          <CodeField
            value={code}
            wrong={fields.code}
            help={doing.kind === 'begin' ? t.shows : t.orGiven}
            autoFocus
            onChange={setCode}
          />
          <TextField
            label={account.current}
            type="password"
            autoComplete="current-password"
            required
            value={current}
            onChange={({ target }) => setCurrent(target.value)}
            error={fields.current !== undefined}
            helperText={fields.current}
          />
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button type="submit" variant="outlined" disabled={busy || code === '' || current === ''}>
              {doing.kind === 'begin' ? t.finish : t.end}
            </Button>
            <Button onClick={close}>{t.cancel}</Button>
          </Box>
        </Box>
      )}
    </Box>
  )
}
