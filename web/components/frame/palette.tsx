'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import InputAdornment from '@mui/material/InputAdornment'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useRef } from 'react'
import { may, type Role } from '@eudromos/core/plan'
import { en } from '../../messages/en.ts'
import { ownPerson, useLive, useSeat, useSeatStore } from '../stream/context.tsx'
import { sendCommand } from '../stream/send.ts'
import { useNotice } from './notice.tsx'
import { roomsFor } from './rooms.ts'

interface Target {
  readonly label: string
  readonly group: string
  readonly go: () => void
}

/** The search field: go to anything, do anything. Ctrl+K leads here from everywhere. */
export function Palette({ roles }: { roles: readonly Role[] }) {
  const router = useRouter()
  const live = useLive().view
  const seat = useSeat().view
  const seatStore = useSeatStore()
  const notice = useNotice()
  const field = useRef<HTMLInputElement>(null)
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault()
        field.current?.focus()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  const plan = live?.plan ?? seat?.plan ?? null
  const own = ownPerson(seat)
  const targets = useMemo<Target[]>(() => {
    const rooms = roomsFor(roles).map(({ path, name }) => ({
      label: name,
      group: 'Rooms',
      go: () => router.push(path),
    }))
    const lists = may(roles, 'live.view')
      ? [{ label: en.rota.title, group: 'Rooms', go: () => router.push('/live/who') }]
      : []
    const presence = (own === null ? [] : (plan?.presenceStates ?? []))
      .filter(({ choosable }) => choosable)
      .map(({ id, name }) => ({
        label: `Say ${name}`,
        group: 'Do',
        go: () =>
          void sendCommand(seatStore, 'setPresence', { agentId: own?.id, stateId: id }).catch((error: Error) =>
            notice(error.message),
          ),
      }))
    const queues = (may(roles, 'plan.view') ? (plan?.queues ?? []) : []).flatMap(({ id, name }) => [
      { label: `${name}: its lane`, group: 'Queues', go: () => router.push(`/live#${id}`) },
      { label: `${name}: its plan`, group: 'Queues', go: () => router.push(`/plan?queue=${id}`) },
    ])
    const people = Object.values(live?.people ?? {}).map(({ id, name }) => ({
      label: name,
      group: 'People',
      go: () => router.push(`/live?person=${id}`),
    }))
    return [...rooms, ...lists, ...presence, ...queues, ...people]
  }, [roles, router, plan, own, live?.people, seatStore, notice])
  return (
    <Autocomplete<Target, false, false, false>
      options={targets}
      groupBy={({ group }) => group}
      getOptionLabel={({ label }) => label}
      getOptionKey={({ group, label }) => `${group} ${label}`}
      noOptionsText={en.frame.nothing}
      value={null}
      blurOnSelect
      clearOnBlur
      selectOnFocus
      openOnFocus
      autoHighlight
      onChange={(_, target) => target?.go()}
      sx={{ width: 300, flexShrink: 1, minWidth: 120, marginInlineStart: 'auto' }}
      renderInput={(params) => (
        <TextField
          {...params}
          inputRef={field}
          placeholder={en.frame.search}
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, 'aria-label': en.frame.search },
            input: {
              ...params.slotProps.input,
              endAdornment: (
                <InputAdornment position="end">
                  <Typography component="kbd" variant="figure" sx={{ color: 'text.secondary' }}>
                    Ctrl K
                  </Typography>
                </InputAdornment>
              ),
            },
          }}
        />
      )}
      renderOption={({ key, ...props }, option) => (
        <Box component="li" key={key} {...props}>
          {option.label}
        </Box>
      )}
    />
  )
}
