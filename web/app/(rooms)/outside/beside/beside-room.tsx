'use client'
import type { InteractionId, CustomerId, PersonId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { ChatBox } from '../../../../components/chat-box/chat-box.tsx'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { PersonRing } from '../../../../components/frame/presence.tsx'
import { Seat } from '../../../../components/seat/seat.tsx'
import { ownPerson, SeatStream, useLive, useSeat, useSeatStore } from '../../../../components/stream/context.tsx'
import { sendCommand } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'

interface Agent {
  readonly id: PersonId
  readonly name: string
  readonly simulated: boolean
}

interface BesideRoomProps {
  readonly zone: string
  readonly agents: readonly Agent[]
  readonly testCustomers: readonly { readonly id: CustomerId; readonly name: string }[]
}

const t = en.outside

/** A customer's chat box and, beside it, the seat of an agent: trying a queue out takes one window. */
export function BesideRoom({ zone, agents, testCustomers }: BesideRoomProps) {
  const router = useRouter()
  const chosen = useSearchParams().get('agent')
  const agent = agents.find(({ id }) => id === chosen) ?? null
  const [customerId, setCustomerId] = useState('')
  const [chatId, setChatId] = useState<InteractionId | null>(null)
  return (
    <Box
      component="main"
      id="contents"
      sx={{
        height: 'calc(100dvh - 97px)',
        display: 'grid',
        gridTemplateColumns: '380px minmax(0, 1fr)',
        gridTemplateRows: 'auto minmax(0, 1fr)',
        gap: 1.25,
        padding: 1.5,
        paddingBlockEnd: 0,
      }}
    >
      <Typography
        component="h1"
        sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}
      >
        {t.beside}
      </Typography>
      <TextField
        select
        label={t.asCustomer}
        value={customerId}
        onChange={({ target }) => setCustomerId(target.value)}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value="">{t.anybody}</MenuItem>
        {testCustomers.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'start' }}>
        <Autocomplete
          options={agents.map(({ id }) => id)}
          value={agent?.id ?? null}
          getOptionLabel={(id) => agents.find((one) => one.id === id)?.name ?? id}
          onChange={(_, id) => router.replace(id === null ? '/outside/beside' : `/outside/beside?agent=${id}`)}
          sx={{ width: 280 }}
          renderInput={(params) => <TextField {...params} label={t.agent} placeholder={t.chooseAgent} />}
        />
        {chatId !== null && <WhereItIs interactionId={chatId} />}
      </Box>
      <Box sx={{ minHeight: 0, paddingBlockEnd: 1.5 }}>
        <ChatBox
          key={customerId}
          storageKey={`beside-chat-${customerId}`}
          zone={zone}
          onChat={setChatId}
          testCustomer={testCustomers.find(({ id }) => id === customerId) ?? null}
        />
      </Box>
      <Box sx={{ minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        {agent === null ? (
          <Paper sx={{ padding: 3, border: 1, borderColor: 'divider' }}>
            <Typography>{t.chooseFirst}</Typography>
          </Paper>
        ) : (
          <SeatStream key={agent.id} agentId={agent.id}>
            <ActingSeat agent={agent} />
          </SeatStream>
        )}
      </Box>
    </Box>
  )
}

/** Where the customer's chat has gone, and the way to its grounds. */
function WhereItIs({ interactionId }: { interactionId: InteractionId }) {
  const { view } = useLive()
  const interaction = view?.interactions[interactionId]
  if (view === null || interaction === undefined) return null
  const name = (id: string): string => view.people[id]?.name ?? id
  const where =
    interaction.offer !== null
      ? t.offeredTo(name(interaction.offer.agentId))
      : interaction.agentId !== null
        ? t.isWith(name(interaction.agentId))
        : t.waits
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', minHeight: 40 }}>
      <Typography variant="body2">{where}</Typography>
      <Button component={Link} href={`/live?grounds=${interactionId}`}>
        {t.why}
      </Button>
    </Box>
  )
}

function ActingSeat({ agent }: { agent: Agent }) {
  const { view } = useSeat()
  const store = useSeatStore()
  const notice = useNotice()
  const person = ownPerson(view)
  const set = (stateId: string): void =>
    void sendCommand(store, 'setPresence', { agentId: agent.id, stateId }, { onBehalfOf: agent.id }).catch(
      (error: Error) => notice(error.message),
    )
  return (
    <>
      <Alert
        severity="warning"
        icon={person === null ? undefined : <PersonRing plan={view?.plan ?? null} person={person} size={32} />}
        sx={{ alignItems: 'center', '& .MuiAlert-action': { alignItems: 'center', paddingBlockStart: 0 } }}
        action={
          <Box role="group" aria-label={en.frame.presence} sx={{ display: 'flex', gap: 1 }}>
            {(view?.plan?.presenceStates ?? [])
              .filter(({ choosable }) => choosable)
              .map(({ id, name }) => (
                <Button
                  key={id}
                  aria-pressed={id === person?.stateId}
                  variant={id === person?.stateId ? 'contained' : 'outlined'}
                  onClick={() => set(id)}
                >
                  {name}
                </Button>
              ))}
          </Box>
        }
      >
        {en.seat.actingAs(agent.name)}
      </Alert>
      <Seat onBehalfOf={agent.id} />
    </>
  )
}
