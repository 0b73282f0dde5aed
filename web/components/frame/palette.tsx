'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import InputAdornment from '@mui/material/InputAdornment'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useColorScheme } from '@mui/material/styles'
import { useEffect, useMemo, useRef, useState } from 'react'
import { may, type PlanDocument, type Role } from '@eudromos/core/plan'
import { en } from '../../messages/en.ts'
import { palette as t } from '../../messages/palette.ts'
import type { View } from '../../view/view.ts'
import { ownPerson, useLivePart, useSeatPart, useSeatStore } from '../stream/context.tsx'
import { request, requestJson, sendCommand } from '../stream/send.ts'
import { useNotice } from './notice.tsx'
import { foundFor, targetsFor, type Target } from './targets.ts'

const nobody: View['people'] = {}

/** The search field: go to anything, do anything. Ctrl+K leads here from everywhere. */
export function Palette({ roles }: { roles: readonly Role[] }) {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const seated = useSeatPart(({ view }) => ownPerson(view) !== null)
  const agentId = useSeatPart(({ view }) => view?.agentId ?? null)
  const seatPlan = useSeatPart(({ view }) => view?.plan ?? null)
  const livePlan = useLivePart(({ view }) => view?.plan ?? null)
  // Nobody is looked for until it is open.
  const people = useLivePart(({ view }) => (open ? view?.people : undefined) ?? nobody)
  const seatStore = useSeatStore()
  const notice = useNotice()
  const { setMode } = useColorScheme()
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
  const plan = livePlan ?? seatPlan
  // The plan as it is edited is read when somebody looks for something, so that all of it is found.
  const [document, setDocument] = useState<PlanDocument | null>(null)
  const read = (): void => {
    if (!may(roles, 'plan.view')) return
    request<{ readonly document: PlanDocument }>('/api/plan/queues').then(
      (found) => setDocument(found.document),
      () => undefined,
    )
  }
  const targets = useMemo<Target[]>(
    () => (open ? targetsFor({ roles, plan, document, people: Object.values(people), seated }) : []),
    [open, roles, plan, document, people, seated],
  )
  const [input, setInput] = useState('')
  const found = useMemo(() => foundFor(targets, input, roles), [targets, input, roles])
  const go = ({ href, act }: Target): void => {
    if (href !== null) router.push(href)
    else if (act === 'signOut')
      requestJson('/api/auth/sign-out', 'POST', {}).then(
        () => {
          router.replace('/sign-in')
          router.refresh()
        },
        (error: Error) => notice(error.message),
      )
    else if (act === 'shortcuts') window.dispatchEvent(new KeyboardEvent('keydown', { key: '?' }))
    else if (typeof act === 'string') setMode(act)
    else
      sendCommand(seatStore, 'setPresence', { agentId, stateId: act?.stateId }).catch((error: Error) =>
        notice(error.message),
      )
  }
  return (
    <Autocomplete<Target, false, false, false>
      open={open}
      onOpen={() => {
        setOpen(true)
        read()
      }}
      onClose={() => setOpen(false)}
      options={found}
      // They are found by more than their label.
      filterOptions={(all) => all}
      inputValue={input}
      onInputChange={(_, text) => setInput(text)}
      groupBy={({ group }) => t.groups[group]}
      getOptionLabel={({ label }) => label}
      getOptionKey={({ group, label, href }) => `${group} ${label} ${href ?? ''}`}
      noOptionsText={en.frame.nothing}
      value={null}
      blurOnSelect
      clearOnBlur
      selectOnFocus
      openOnFocus
      autoHighlight
      onChange={(_, target) => {
        if (target !== null) go(target)
      }}
      slotProps={{ paper: { variant: 'outlined' } }}
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
                    {en.keys.find}
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
