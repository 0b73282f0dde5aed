'use client'
import type { PersonId, SiteId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Skeleton from '@mui/material/Skeleton'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useCallback, useMemo, useState } from 'react'
import { dayMs, Zone } from '@eudromos/core/hours'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { useRota } from '../../../../components/rota/rota-plan.ts'
import { useLiveStore } from '../../../../components/stream/context.tsx'
import { ofCentre, type OfCentre } from '../../../../components/stream/of-centre.tsx'
import { requestJson } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import type { Saved } from '../../../../server/plan/plan.ts'
import { AbsencePanel } from './absence-panel.tsx'
import { Board, itemsOf, whoIsIn } from './who-data.ts'
import { WhoList } from './who-list.tsx'

const t = en.rota
const all = ' '

interface WhoRoomProps {
  readonly mayEnter: boolean
  readonly mayEdit: boolean
}

/** Who is in, per site and zone, who is away and why: today, and the next four weeks. */
export const WhoRoom = ofCentre(function WhoRoom({ mayEnter, mayEdit, seen: { view, now } }: WhoRoomProps & OfCentre) {
  const router = useRouter()
  const params = useSearchParams()
  const { rota, plan, error } = useRota(view?.plan?.version ?? null)
  const [name, setName] = useState('')
  const [siteId, setSiteId] = useState<SiteId | null>(null)
  const shown = params.get('shown') === 'weeks' ? 'weeks' : 'today'
  const address = useCallback(
    (change: Record<string, string | null>): string => {
      const next = new URLSearchParams(params)
      for (const [key, value] of Object.entries(change))
        if (value === null) next.delete(key)
        else next.set(key, value)
      return `/live/who?${next}`
    },
    [params],
  )
  const onPerson = useCallback(
    (id: string) => router.replace(address({ person: id }), { scroll: false }),
    [router, address],
  )
  const minute = Math.floor(now / 60_000) * 60_000
  const day = plan === null || now === 0 ? null : Math.floor(Zone.of(plan.centre.zone).toWall(now) / dayMs)
  const board = useMemo(
    () => (rota === null || plan === null || day === null ? null : new Board(rota, plan, day)),
    [rota, plan, day],
  )
  // What else moves in the centre is nothing to who is in.
  const [people, livePlan] = [view?.people ?? null, view?.plan ?? null]
  const sites = useMemo(
    () =>
      people === null || board === null ? [] : whoIsIn({ people, plan: livePlan }, board, minute, { name, siteId }),
    [people, livePlan, board, minute, name, siteId],
  )
  const items = useMemo(() => itemsOf(sites), [sites])
  const sum = (of: 'onShift' | 'missing' | 'away'): number => sites.reduce((total, site) => total + site[of], 0)
  return (
    <Box
      component="main"
      id="contents"
      tabIndex={-1}
      sx={{
        padding: 1.5,
        outline: 'none',
        minWidth: 960,
        height: 'calc(100dvh - 97px)',
        display: 'flex',
        flexDirection: 'column',
        gap: 1,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
        <Typography component="h1" variant="h1">
          {t.title}
        </Typography>
        <Typography sx={{ flex: 1 }}>
          {board !== null && t.sums(items.length - sites.length, sum('onShift'), sum('missing'), sum('away'))}
        </Typography>
        <Button component={Link} href="/live" variant="text">
          {t.back}
        </Button>
        {mayEnter && (
          <Button variant="contained" onClick={() => onPerson('choose')}>
            {t.enter}
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label={t.shows}
          value={shown}
          onChange={(_, chosen: string | null) =>
            chosen !== null && router.replace(address({ shown: chosen === 'weeks' ? 'weeks' : null }))
          }
          sx={{ '.MuiToggleButton-root': { paddingBlock: 0.5, paddingInline: 1.5 } }}
        >
          <ToggleButton value="today">{t.today}</ToggleButton>
          <ToggleButton value="weeks">{t.weeks}</ToggleButton>
        </ToggleButtonGroup>
        <TextField label={t.search} value={name} onChange={({ target }) => setName(target.value)} sx={{ width: 180 }} />
        <TextField
          select
          label={t.site}
          value={siteId ?? all}
          onChange={({ target }) => setSiteId(target.value === all ? null : (target.value as SiteId))}
          sx={{ width: 180 }}
        >
          <MenuItem value={all}>{t.allSites}</MenuItem>
          {(plan?.sites ?? []).map((site) => (
            <MenuItem key={site.id} value={site.id}>
              {site.name}
            </MenuItem>
          ))}
        </TextField>
        {mayEdit && view?.plan != null && <OwnAbsences allowed={view.plan.ownAbsences} />}
      </Box>
      {error !== null && <Alert severity="error">{error}</Alert>}
      {view === null || board === null || now === 0 ? (
        Array.from({ length: 8 }, (_, n) => <Skeleton key={n} variant="rounded" height={40} />)
      ) : (
        <>
          <WhoList items={items} board={board} plan={view.plan} now={minute} shown={shown} onPerson={onPerson} />
          <AbsencePanel
            personId={params.get('person') as PersonId | null}
            board={board}
            view={view}
            now={now}
            mayEnter={mayEnter}
            onPerson={onPerson}
            onClose={() => router.replace(address({ person: null }), { scroll: false })}
          />
        </>
      )}
    </Box>
  )
})

/** The centre's rule on absences, where they are looked at; it is published like any change of the plan. */
function OwnAbsences({ allowed }: { allowed: boolean }) {
  const store = useLiveStore()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const set = async (next: boolean): Promise<void> => {
    setBusy(true)
    try {
      const { seq, version } = await requestJson<Saved>('/api/plan/own-absences', 'PUT', { allowed: next })
      await store?.reached(seq)
      notice(en.plan.published(version), 'done')
    } catch (error) {
      notice((error as Error).message)
    } finally {
      setBusy(false)
    }
  }
  return (
    <FormControlLabel
      sx={{ marginInlineStart: 'auto', marginInlineEnd: 0 }}
      control={<Switch size="small" checked={allowed} disabled={busy} onChange={(_, next) => void set(next)} />}
      label={t.own}
    />
  )
}
