'use client'
import type { PersonId, QueueId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { stateName } from '../../../components/frame/presence.tsx'
import { queueName } from '../../../components/frame/headline.tsx'
import type { NamedGrounds } from '../../../components/grounds/grounds-list.tsx'
import { useSending } from '../../../components/stream/sending.ts'
import { steering as t } from '../../../messages/steering.ts'
import { openChannels, type InteractionView, type View } from '../../../view/view.ts'
import type { Steer } from './steer.ts'

interface SteerPanelProps {
  readonly interaction: InteractionView
  readonly grounds: NamedGrounds
  readonly view: View
  readonly steer: Steer
}

/** To give a waiting one to somebody, or move it to another queue. */
export function SteerPanel({ interaction, grounds, view, steer }: SteerPanelProps) {
  const [personId, setPersonId] = useState<PersonId | null>(null)
  const [queueId, setQueueId] = useState<QueueId | null>(null)
  const { busy, error, send } = useSending()
  const could = new Set(grounds.agents.filter(({ eligible }) => eligible).map(({ agentId }) => agentId))
  const people = Object.values(view.people)
    .filter(({ connected, id }) => connected && id !== interaction.offer?.agentId)
    .map((one) => {
      const { id, name, carried, slots, stateId, closedTo } = one
      const open = openChannels(view.plan, stateId, closedTo).includes(interaction.channel)
      const away = open ? null : stateName(view.plan, stateId)
      return { id, name, away, free: open && carried.length < slots, could: could.has(id) }
    })
    .sort((a, b) => rank(b) - rank(a) || a.name.localeCompare(b.name))
  const chosen = people.find(({ id }) => id === personId)
  const queues = (view.plan?.queues ?? []).filter(
    ({ id, service }) => id !== interaction.queueId && (service === 'inService' || interaction.test),
  )
  return (
    <Box component="section" aria-label={t.title} sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h3">{t.title}</Typography>
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Autocomplete
          options={people}
          size="small"
          sx={{ flex: 1 }}
          value={people.find(({ id }) => id === personId) ?? null}
          onChange={(_, one) => setPersonId(one?.id ?? null)}
          getOptionLabel={({ name }) => name}
          getOptionKey={({ id }) => id}
          isOptionEqualToValue={(a, b) => a.id === b.id}
          renderOption={({ key, ...props }, one) => (
            <li key={key} {...props}>
              {t.who(one.name, one.free, one.could, one.away)}
            </li>
          )}
          renderInput={(params) => (
            <TextField
              {...params}
              label={t.giveTo}
              helperText={chosen?.away == null ? undefined : t.givenAway(chosen.name, chosen.away)}
            />
          )}
        />
        <Button
          disabled={busy || personId === null}
          onClick={() =>
            personId !== null &&
            void send(
              () => steer.give(interaction, personId),
              () => setPersonId(null),
            )
          }
        >
          {t.give}
        </Button>
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Autocomplete
          options={queues}
          size="small"
          sx={{ flex: 1 }}
          value={queues.find(({ id }) => id === queueId) ?? null}
          onChange={(_, one) => setQueueId(one?.id ?? null)}
          getOptionLabel={({ id }) => queueName(view, id)}
          getOptionKey={({ id }) => id}
          isOptionEqualToValue={(a, b) => a.id === b.id}
          renderInput={(params) => <TextField {...params} label={t.moveTo} />}
        />
        <Button
          disabled={busy || queueId === null}
          onClick={() =>
            queueId !== null &&
            void send(
              () => steer.move(interaction, queueId),
              () => setQueueId(null),
            )
          }
        >
          {t.move}
        </Button>
      </Box>
    </Box>
  )
}

const rank = ({ could, free }: { could: boolean; free: boolean }): number => (could ? 2 : 0) + (free ? 1 : 0)
