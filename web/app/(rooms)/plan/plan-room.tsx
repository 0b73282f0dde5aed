'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import List from '@mui/material/List'
import ListItemButton from '@mui/material/ListItemButton'
import ListItemText from '@mui/material/ListItemText'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import { v7 as newId } from 'uuid'
import { checkQueue, type PlanDocument } from '@eudromos/core/plan'
import { request } from '../../../components/stream/send.ts'
import { en } from '../../../messages/en.ts'
import type { PlanState } from '../../../server/plan.ts'
import { QueueForm } from './queue-form.tsx'

type Queue = PlanDocument['queues'][number]

const blank = (): Queue => ({
  id: newId(),
  name: '',
  description: '',
  service: 'inPreparation',
  agentIds: [],
  target: { percent: 80, seconds: 60 },
  answerWindowSeconds: 20,
  selection: 'longestIdle',
  mostWaiting: null,
  wrapUpSeconds: 30,
  testCustomerIds: [],
})

/** The plan bench: what there is to the left, the one thing being edited in the middle, its effects to the right. */
export function PlanRoom({ initial, mayEdit }: { initial: PlanState; mayEdit: boolean }) {
  const [plan, setPlan] = useState(initial)
  const params = useSearchParams()
  const router = useRouter()
  const [begun, setMade] = useState<Queue | null>(null)
  const [fresh, setFresh] = useState(blank)
  const [dirty, setDirty] = useState(false)
  const [leavingTo, setLeavingTo] = useState<(() => void) | null>(null)
  const { queues } = plan.document
  const wanted = params.get('queue')
  const made = begun ?? (wanted === 'new' && mayEdit ? fresh : null)
  useEffect(() => {
    if (!dirty) return
    const stay = (event: BeforeUnloadEvent): void => event.preventDefault()
    window.addEventListener('beforeunload', stay)
    return () => window.removeEventListener('beforeunload', stay)
  }, [dirty])
  const queue = made ?? queues.find(({ id }) => id === wanted) ?? queues[0] ?? null
  const warnings = useMemo(
    () => new Map(queues.map((one) => [one.id, checkQueue(one, plan.document).length])),
    [queues, plan.document],
  )
  const total = [...warnings.values()].reduce((sum, n) => sum + n, 0)
  /** Leaves what is edited, after asking where that would lose something. */
  const leave = (go: () => void): void => {
    if (dirty) setLeavingTo(() => go)
    else go()
  }
  const choose = (id: string): void =>
    leave(() => {
      setMade(null)
      setDirty(false)
      router.replace(`/plan?queue=${id}`, { scroll: false })
    })
  const begin = (queueDraft: Queue): void =>
    leave(() => {
      setDirty(false)
      setMade(queueDraft)
    })
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  return (
    <Box
      component="main"
      id="contents"
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: 'minmax(0, 1fr)',
          md: '180px minmax(0, 1fr) 280px',
          lg: '224px minmax(0, 1fr) 380px',
        },
        gap: 1.5,
        padding: 1.5,
        alignItems: 'start',
      }}
    >
      <Box component="nav" aria-label={en.plan.title}>
        <Typography
          component="h1"
          variant="body2"
          sx={{ color: 'text.secondary', paddingInline: 1.5, paddingBlock: 1 }}
        >
          {en.plan.passes}
        </Typography>
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, paddingInline: 1.5 }}>
          <Typography variant="h3" component="h2" sx={{ flex: 1 }}>
            {en.plan.queues}
          </Typography>
          {total > 0 && (
            <Typography variant="body2" sx={{ color: 'warning.main', fontWeight: 650 }}>
              {en.plan.faults(total)}
            </Typography>
          )}
          <Typography variant="figure">{queues.length}</Typography>
        </Box>
        <List component="div" dense sx={{ maxHeight: { xs: 220, md: 'calc(100dvh - 270px)' }, overflowY: 'auto' }}>
          {queues.map(({ id, name, service }) => (
            <ListItemButton
              key={id}
              selected={made === null && id === queue?.id}
              onClick={() => choose(id)}
              sx={{ borderRadius: 1 }}
            >
              <ListItemText
                primary={name}
                secondary={service === 'inService' ? null : en.plan.serviceNames[service]}
                slotProps={{ primary: { noWrap: true, title: name } }}
              />
              {(warnings.get(id) ?? 0) > 0 && (
                <Typography
                  component="span"
                  variant="figure"
                  aria-label={en.plan.faults(warnings.get(id) ?? 0)}
                  sx={{ color: 'warning.main', fontWeight: 650 }}
                >
                  ! {warnings.get(id)}
                </Typography>
              )}
            </ListItemButton>
          ))}
          {made !== null && (
            <ListItemButton selected sx={{ borderRadius: 1 }}>
              <ListItemText primary={en.plan.newQueue} secondary={en.plan.unsaved} />
            </ListItemButton>
          )}
        </List>
        {mayEdit && (
          <Box sx={{ paddingInline: 1.5 }}>
            <Button onClick={() => begin(blank())}>{en.plan.newQueue}</Button>
          </Box>
        )}
      </Box>
      {queue === null ? (
        <Typography sx={{ padding: 2 }}>{en.plan.empty}</Typography>
      ) : (
        <QueueForm
          key={`${queue.id} ${plan.draft}`}
          queue={queue}
          isNew={made !== null}
          plan={plan}
          mayEdit={mayEdit}
          onDirty={setDirty}
          onSaved={async (id) => {
            setDirty(false)
            await reload()
            setMade(null)
            setFresh(blank())
            router.replace(`/plan?queue=${id}`, { scroll: false })
          }}
          onReload={reload}
          onDuplicate={(like) =>
            begin({ ...like, id: newId(), name: en.plan.copyOf(like.name), service: 'inPreparation' })
          }
          onCustomers={(customer) => setPlan({ ...plan, testCustomers: [...plan.testCustomers, customer] })}
        />
      )}
      <Dialog open={leavingTo !== null} onClose={() => setLeavingTo(null)}>
        <DialogContent>{en.plan.leave}</DialogContent>
        <DialogActions>
          <Button
            onClick={() => {
              leavingTo?.()
              setLeavingTo(null)
            }}
          >
            {en.plan.leaveAnyway}
          </Button>
          <Button variant="contained" autoFocus onClick={() => setLeavingTo(null)}>
            {en.plan.keepHere}
          </Button>
        </DialogActions>
      </Dialog>
    </Box>
  )
}
