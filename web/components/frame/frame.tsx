'use client'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { useEffect, useState, type ReactNode } from 'react'
import { may, type Role, type PersonId } from '@eudromos/core/plan'
import { en } from '../../messages/en.ts'
import { AttendedCall } from '../attending/attended-call.tsx'
import { Mark } from '../glyphs.tsx'
import { LeftCall } from '../seat/around/left-call.tsx'
import { OfferCard } from '../seat/bays/offer-card.tsx'
import { LiveStream, ownPerson, SeatStream, useLivePart, useSeatPart } from '../stream/context.tsx'
import type { StoreState } from '../stream/store.ts'
import { CentreClock } from './centre-clock.tsx'
import { Headline } from './headline.tsx'
import { Notices } from './notice.tsx'
import { Palette } from './palette.tsx'
import { PresenceMenu } from './presence.tsx'
import { roomsFor } from './rooms.ts'

export interface FramePerson {
  readonly id: PersonId
  readonly name: string
  readonly roles: readonly Role[]
}

const shortcuts: readonly (readonly [string, string])[] = [
  ['Ctrl K', 'Go to anything, do anything'],
  ['Alt A', 'Answer the offer at your seat'],
  ['Alt 1 … Alt 9', 'Go to that bay of your seat'],
  ['Enter', 'Send what you have written; Shift Enter begins a new line'],
  ['?', 'This list'],
]

/** What stands around every room: the bar, the headline, and the streams that keep it all current. */
export function Frame({ person, children }: { person: FramePerson; children: ReactNode }) {
  const path = usePathname()
  return (
    <LiveStream allowed={may(person.roles, 'live.view')}>
      <SeatStream agentId={may(person.roles, 'seat') ? person.id : null}>
        <Notices>
          <Bar person={person} />
          {children}
          {may(person.roles, 'seat') && (
            <>
              <LeftCall />
              <OfferCard key={path} away={path !== '/seat'} />
            </>
          )}
          {may(person.roles, 'listen') && <AttendedCall personId={person.id} />}
        </Notices>
      </SeatStream>
    </LiveStream>
  )
}

const planOf = ({ view }: StoreState) => view?.plan ?? null
const ownOf = ({ view }: StoreState) => ownPerson(view)

function Bar({ person }: { person: FramePerson }) {
  const path = usePathname()
  const seated = useSeatPart(ownOf)
  const seatPlan = useSeatPart(planOf)
  const livePlan = useLivePart(planOf)
  const of = may(person.roles, 'live.view') && path !== '/seat' ? 'centre' : 'seat'
  return (
    <>
      <MuiLink
        href="#contents"
        sx={{
          position: 'absolute',
          left: -9999,
          '&:focus': { left: 8, top: 8, zIndex: 2000, bgcolor: 'background.paper', padding: 1 },
        }}
      >
        {en.frame.skip}
      </MuiLink>
      <Box
        component="header"
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: 2.5,
          paddingInline: 2,
          height: 52,
          bgcolor: 'background.paper',
          borderBottom: 1,
          borderColor: 'divider',
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, flexShrink: 0 }}>
          <Mark />
          <Typography sx={{ fontWeight: 700, display: { xs: 'none', md: 'block' } }}>{en.product}</Typography>
        </Box>
        <Box
          component="nav"
          aria-label={en.frame.rooms}
          sx={{ display: 'flex', gap: 2.5, height: '100%', overflowX: 'auto' }}
        >
          {roomsFor(person.roles).map((room) => {
            const here = path === room.path || path.startsWith(`${room.path}/`)
            return (
              <MuiLink
                key={room.path}
                component={Link}
                href={room.path}
                underline="none"
                aria-current={here ? 'page' : undefined}
                sx={{
                  display: 'flex',
                  alignItems: 'center',
                  height: '100%',
                  fontWeight: here ? 700 : 400,
                  borderBottom: 3,
                  borderTop: 3,
                  borderTopColor: 'transparent',
                  borderBottomColor: here ? 'primary.main' : 'transparent',
                }}
              >
                {room.name}
              </MuiLink>
            )
          })}
        </Box>
        <Box sx={{ display: { xs: 'none', sm: 'flex' }, flex: 1, minWidth: 0 }}>
          <Palette roles={person.roles} />
        </Box>
        <CentreClock />
        <PresenceMenu name={person.name} person={seated} plan={seatPlan ?? livePlan} />
      </Box>
      <Headline of={of} />
      <Shortcuts />
    </>
  )
}

function Shortcuts() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement
      if (event.key === '?' && !/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) setOpen(true)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <Dialog open={open} onClose={() => setOpen(false)} aria-labelledby="shortcuts-title">
      <DialogTitle id="shortcuts-title">{en.frame.shortcuts}</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: 1, columnGap: 3, margin: 0 }}>
          {shortcuts.map(([keys, what]) => (
            <Box key={keys} sx={{ display: 'contents' }}>
              <Typography component="dt" variant="figure">
                {keys}
              </Typography>
              <Typography component="dd" variant="body2" sx={{ margin: 0 }}>
                {what}
              </Typography>
            </Box>
          ))}
        </Box>
      </DialogContent>
    </Dialog>
  )
}
