'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Divider from '@mui/material/Divider'
import ListSubheader from '@mui/material/ListSubheader'
import Typography from '@mui/material/Typography'
import { useColorScheme } from '@mui/material/styles'
import { useRouter } from 'next/navigation'
import { useId, useState } from 'react'
import { account } from '../../messages/account.ts'
import { en } from '../../messages/en.ts'
import { openChannels, type PersonView, type PlanView } from '../../view/view.ts'
import { initialsOf } from '../format.ts'
import { LoadRing } from '../glyphs.tsx'
import { StateSign } from '../state-sign.tsx'
import { requestJson, sendCommand } from '../stream/send.ts'
import { useSeatStore } from '../stream/context.tsx'
import { AccountDialog } from './account-dialog.tsx'
import { useNotice } from './notice.tsx'

export const stateName = (plan: PlanView | null, id: string): string =>
  plan?.presenceStates.find((state) => state.id === id)?.name ?? id

/** Something may come to them. */
export const admitsAnything = (plan: PlanView | null, person: PersonView): boolean =>
  person.connected && openChannels(plan, person.stateId).length > 0

export const ringLabel = (plan: PlanView | null, person: PersonView): string => {
  const state = person.connected
    ? stateName(plan, person.stateId)
    : `${stateName(plan, person.stateId)}, ${en.presence.notConnected}`
  return `${person.name}: ${state}, ${en.personPanel.carries(person.carried.length, person.slots)}`
}

export function PersonRing({ plan, person, size }: { plan: PlanView | null; person: PersonView; size?: number }) {
  return (
    <LoadRing
      slots={person.slots}
      carried={person.carried}
      admits={admitsAnything(plan, person)}
      label={ringLabel(plan, person)}
      initials={initialsOf(person.name)}
      size={size}
    />
  )
}

/** A presence state by its sign and name. */
export function StateLine({ plan, stateId }: { plan: PlanView | null; stateId: string }) {
  const state = plan?.presenceStates.find(({ id }) => id === stateId)
  return (
    <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
      {state !== undefined && <StateSign look={state} />}
      <span>{stateName(plan, stateId)}</span>
    </Box>
  )
}

interface PresenceProps {
  readonly name: string
  readonly person: PersonView | null
  readonly plan: PlanView | null
}

/** One's own presence in the bar, with the load ring; the menu sets it, the appearance, and signs out. */
export function PresenceMenu({ name, person, plan }: PresenceProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [accountOpen, setAccountOpen] = useState(false)
  const store = useSeatStore()
  const notice = useNotice()
  const menuId = useId()
  const router = useRouter()
  const { mode, setMode } = useColorScheme()
  const close = (): void => setAnchor(null)
  const choose = (stateId: string): void => {
    close()
    if (person !== null)
      sendCommand(store, 'setPresence', { agentId: person.id, stateId }).catch((error: Error) => notice(error.message))
  }
  const signOut = async (): Promise<void> => {
    close()
    try {
      await requestJson('/api/auth/sign-out', 'POST', {})
      router.replace('/sign-in')
      router.refresh()
    } catch (error) {
      notice((error as Error).message)
    }
  }
  return (
    <>
      <Button
        variant="text"
        aria-haspopup="menu"
        aria-controls={anchor === null ? undefined : menuId}
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ gap: 1, paddingInline: 1, flexShrink: 0 }}
      >
        {person !== null && <PersonRing plan={plan} person={person} size={32} />}
        <span>
          <Typography
            component="span"
            variant="body2"
            sx={{ display: 'block', fontWeight: 600, lineHeight: 1.2, textAlign: 'left' }}
          >
            {person === null ? name : <StateLine plan={plan} stateId={person.stateId} />}
          </Typography>
          {person !== null && (
            <Typography
              component="span"
              variant="body2"
              sx={{ display: 'block', lineHeight: 1.2, color: 'text.secondary' }}
            >
              {name}
            </Typography>
          )}
        </span>
      </Button>
      <Menu id={menuId} anchorEl={anchor} open={anchor !== null} onClose={close}>
        {person !== null && [
          <ListSubheader key="presence" sx={{ lineHeight: 2.2 }}>
            {en.frame.presence}
          </ListSubheader>,
          ...(plan?.presenceStates ?? [])
            .filter(({ choosable }) => choosable)
            .filter(
              ({ teamIds }) => teamIds.length === 0 || (person.teamId !== null && teamIds.includes(person.teamId)),
            )
            .map(({ id, name: label, ...look }) => (
              <MenuItem key={id} selected={id === person.stateId} onClick={() => choose(id)} sx={{ gap: 1 }}>
                <StateSign look={look} /> {label}
              </MenuItem>
            )),
          <Divider key="line" />,
        ]}
        <ListSubheader sx={{ lineHeight: 2.2 }}>{en.frame.appearance}</ListSubheader>
        {(['system', 'light', 'dark'] as const).map((choice) => (
          <MenuItem key={choice} selected={mode === choice} onClick={() => setMode(choice)}>
            {en.frame.theme[choice]}
          </MenuItem>
        ))}
        <Divider />
        <MenuItem
          onClick={() => {
            close()
            setAccountOpen(true)
          }}
        >
          {account.open}
        </MenuItem>
        <MenuItem onClick={() => void signOut()}>{en.frame.signOut}</MenuItem>
      </Menu>
      {accountOpen && <AccountDialog zone={plan?.zone ?? 'UTC'} onClose={() => setAccountOpen(false)} />}
    </>
  )
}
