'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import Skeleton from '@mui/material/Skeleton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { isCall, offersByItself } from '@eudromos/core/plan'
import { joining } from '../../../messages/joining.ts'
import { methodNames } from '../../../messages/skills.ts'
import { seatWords as t } from '../../../messages/steering.ts'
import type { InteractionView, TransferTargets } from '../../../view/view.ts'
import { useFetched } from '../../fetched.ts'
import { useNotice } from '../../frame/notice.tsx'
import { SidePanel } from '../../side-panel.tsx'
import { useSending } from '../../stream/sending.ts'
import { useSeatActions } from '../act.ts'

interface PassOnProps {
  readonly interaction: InteractionView
  readonly open: boolean
  readonly onClose: () => void
}

const mostShown = 40

interface Target {
  readonly value: string
  readonly name: string
  readonly says: string
  readonly able: boolean
}

const targetsOf = ({ queues, agents }: TransferTargets, find: string): { queues: Target[]; people: Target[] } => {
  const wanted = find.trim().toLowerCase()
  const named = ({ name }: { name: string }): boolean => name.toLowerCase().includes(wanted)
  return {
    queues: queues.filter(named).map(({ id, name, open, waiting, free, selection }) => ({
      value: `queue ${id}`,
      name,
      says: !open
        ? t.closed
        : offersByItself(selection)
          ? t.queueNow(waiting, free)
          : t.listNow(methodNames[selection], waiting),
      able: open,
    })),
    people: agents
      .filter(named)
      .slice(0, mostShown)
      .map(({ id, name, free, able, taken, slots }) => ({
        value: `agent ${id}`,
        name,
        says: t.person(free, able, taken, slots),
        able,
      })),
  }
}

/** Passes a conversation on to a queue or to one person, with a note, seeing who is there and able. */
export function PassOn({ interaction, open, onClose }: PassOnProps) {
  const { act } = useSeatActions()
  const notice = useNotice()
  const { busy, error, send } = useSending()
  const [find, setFind] = useState('')
  const [note, setNote] = useState('')
  const [chosen, setChosen] = useState('')
  const url = open ? `/api/transfer-targets?interaction=${encodeURIComponent(interaction.id)}` : null
  const { value, error: unread } = useFetched<TransferTargets>(url, { everyMs: 2000, keep: true })
  const { queues, people } = value === null ? { queues: [], people: [] } : targetsOf(value, find)
  const target = [...queues, ...people].find((one) => one.value === chosen && one.able)
  const pass = async (): Promise<void> => {
    if (target === undefined) return
    const [kind, id] = [chosen.split(' ', 1)[0], chosen.slice(chosen.indexOf(' ') + 1)]
    const to = kind === 'queue' ? { toQueueId: id } : { toAgentId: id }
    await act('transferInteraction', { interactionId: interaction.id, note, ...to })
    notice(t.passed(interaction.customerName, target.name), 'done')
  }
  const chosenId = chosen.slice(chosen.indexOf(' ') + 1)
  // Of a queue whoever would be asked now.
  const colleagueId = chosen.startsWith('agent ')
    ? chosenId
    : (value?.queues.find(({ id }) => id === chosenId)?.asksId ?? null)
  const consult = async (): Promise<void> => {
    if (target === undefined || colleagueId === null) return
    await act('consult', { interactionId: interaction.id, colleagueId })
    notice(joining.asking(value?.agents.find(({ id }) => id === colleagueId)?.name ?? target.name), 'done')
  }
  // Of a call; who has no room cannot be asked into it.
  const mayConsult =
    isCall(interaction.channel) &&
    !interaction.guests.some(({ colleague }) => colleague) &&
    value?.agents.some(({ id, free }) => id === colleagueId && free) === true
  return (
    <SidePanel open={open} title={t.passOnTitle(interaction.customerName)} onClose={onClose}>
      <Typography variant="body2">{t.passOnHelp}</Typography>
      <TextField
        multiline
        minRows={2}
        maxRows={6}
        label={t.note}
        value={note}
        onChange={({ target: { value: text } }) => setNote(text)}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      <TextField label={t.find} value={find} onChange={({ target: { value: text } }) => setFind(text)} />
      {unread !== null && value === null && <Alert severity="error">{unread}</Alert>}
      {value === null && unread === null && <Skeleton variant="rounded" height={240} />}
      {value !== null && queues.length + people.length === 0 && <Typography>{t.nothingFound}</Typography>}
      <RadioGroup value={chosen} onChange={({ target: { value: next } }) => setChosen(next)}>
        <Targets title={t.toQueue} targets={queues} />
        <Targets title={t.toPerson} targets={people} />
      </RadioGroup>
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Box
        sx={{
          display: 'flex',
          gap: 1,
          position: 'sticky',
          bottom: 0,
          zIndex: 1,
          bgcolor: 'background.paper',
          paddingBlock: 1,
        }}
      >
        <Button variant="contained" disabled={busy || target === undefined} onClick={() => void send(pass, onClose)}>
          {t.passOn}
        </Button>
        {isCall(interaction.channel) && (
          <Button disabled={busy || !mayConsult} onClick={() => void send(consult, onClose)}>
            {joining.ask}
          </Button>
        )}
        <Button onClick={onClose}>{t.cancel}</Button>
      </Box>
    </SidePanel>
  )
}

function Targets({ title, targets }: { title: string; targets: readonly Target[] }) {
  if (targets.length === 0) return null
  return (
    <Box role="group" aria-label={title} sx={{ marginBlockEnd: 1 }}>
      <Typography variant="h3" component="h3">
        {title}
      </Typography>
      {targets.map(({ value, name, says, able }) => (
        <FormControlLabel
          key={value}
          value={value}
          disabled={!able}
          control={<Radio size="small" />}
          sx={{ display: 'flex', marginInlineEnd: 0 }}
          slotProps={{ typography: { sx: { flex: 1, minWidth: 0 } } }}
          label={
            <Box component="span" sx={{ display: 'flex', gap: 1.5 }}>
              <span>{name}</span>
              <Box component="span" sx={{ color: 'text.secondary', marginInlineStart: 'auto', textAlign: 'right' }}>
                {says}
              </Box>
            </Box>
          }
        />
      ))}
    </Box>
  )
}
