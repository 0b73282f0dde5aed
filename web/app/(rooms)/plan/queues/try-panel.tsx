'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import type { PlanDocument } from '@eudromos/core/plan'
import { GroundsList } from '../../../../components/grounds/grounds-list.tsx'
import { SidePanel } from '../../../../components/side-panel.tsx'
import { useLive } from '../../../../components/stream/context.tsx'
import { Refused, requestJson } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { requirementText, trial as t } from '../../../../messages/skills.ts'
import type { Tried } from '../../../../server/plan/plan-try.ts'

type Queue = PlanDocument['queues'][number]

/** Who would be offered a made-up chat now, by the queue as it is being edited; nothing is published by it. */
export function TryPanel({ queue }: { queue: Queue }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button sx={{ justifySelf: 'start' }} onClick={() => setOpen(true)}>
        {t.open}
      </Button>
      <SidePanel open={open} title={t.title(queue.name || en.plan.newQueue)} onClose={() => setOpen(false)}>
        {open && <Trial queue={queue} />}
      </SidePanel>
    </>
  )
}

function Trial({ queue }: { queue: Queue }) {
  const { view } = useLive()
  const [waited, setWaited] = useState('0')
  const [tried, setTried] = useState<Tried | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const seconds = Number(waited)
  const well = waited.trim() !== '' && Number.isInteger(seconds) && seconds >= 0 && seconds <= 86_400
  useEffect(() => {
    if (!well) return
    let current = true
    const ask = (): void =>
      void requestJson<Tried>('/api/plan/try', 'POST', { queue, waitedSeconds: seconds }).then(
        (answer) => {
          if (!current) return
          setTried(answer)
          setTrouble(null)
        },
        (error: unknown) => {
          if (current) setTrouble(error instanceof Refused ? error.message : en.failed)
        },
      )
    // Asked anew while it is open: people come and go.
    const soon = setTimeout(ask, 250)
    const again = setInterval(ask, 5000)
    return () => {
      current = false
      clearTimeout(soon)
      clearInterval(again)
    }
  }, [queue, seconds, well])
  const first = tried?.grounds.agents[0]
  const name = first === undefined ? '' : (tried?.grounds.names[first.agentId] ?? first.agentId)
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {t.help}
      </Typography>
      <TextField
        label={t.waited}
        value={waited}
        error={!well}
        helperText={well ? undefined : t.waitedWrong}
        onChange={({ target }) => setWaited(target.value)}
        slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        sx={{ maxWidth: 220 }}
      />
      {trouble !== null && <Alert severity="error">{trouble}</Alert>}
      {tried === null && trouble === null && <Skeleton variant="rounded" height={240} />}
      {tried !== null && (
        <>
          {!tried.open && <Alert severity="info">{t.closed}</Alert>}
          <Typography sx={{ fontWeight: 650 }} role="status">
            {first?.eligible === true ? t.goesTo(name) : t.nobody}
          </Typography>
          {tried.grounds.asked.length > 0 && (
            <Typography variant="body2">
              {en.grounds.asked(
                tried.grounds.asked.map((one) => requirementText(one, tried.grounds.names[one.skillId] ?? one.skillId)),
              )}
            </Typography>
          )}
          <GroundsList
            grounds={tried.grounds}
            plan={view?.plan ?? null}
            chosenId={first?.eligible === true ? first.agentId : null}
          />
        </>
      )}
    </Box>
  )
}
