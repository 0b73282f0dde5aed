'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import { v7 as newId } from 'uuid'
import { checkHours, checkQueue, type PlanDocument } from '@eudromos/core/plan'
import { useLive, useNow } from '../../../components/stream/context.tsx'
import { request } from '../../../components/stream/send.ts'
import { en } from '../../../messages/en.ts'
import type { PlanState } from '../../../server/plan.ts'
import { blankCalendar, CalendarForm } from './hours/calendar-form.tsx'
import { blankHours, HoursForm } from './hours/hours-form.tsx'
import { NavList } from './nav-list.tsx'
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
  hoursId: null,
  atClosingTo: null,
  onShiftOnly: false,
})

type Kind = 'queue' | 'hours' | 'calendar'
type Thing<K extends Kind = Kind> = { [P in K]: { readonly kind: P; readonly value: Values[P] } }[K]

interface Values {
  readonly queue: Queue
  readonly hours: PlanDocument['hours'][number]
  readonly calendar: PlanDocument['calendars'][number]
}

const kinds: readonly Kind[] = ['queue', 'hours', 'calendar']

function freshOf(kind: Kind, document: PlanDocument): Thing {
  switch (kind) {
    case 'queue':
      return { kind, value: blank() }
    case 'hours':
      return { kind, value: blankHours(newId(), document.centre.zone) }
    case 'calendar':
      return { kind, value: blankCalendar(newId()) }
  }
}

/** What the address names: one thing of the plan, by default the first queue. */
function wantedOf(params: { get(name: string): string | null }, document: PlanDocument): Thing | null {
  const pick = <T extends { readonly id: string }>(all: readonly T[], id: string | null): T | undefined =>
    all.find((one) => one.id === id)
  const hours = pick(document.hours, params.get('hours'))
  if (hours !== undefined) return { kind: 'hours', value: hours }
  const calendar = pick(document.calendars, params.get('calendar'))
  if (calendar !== undefined) return { kind: 'calendar', value: calendar }
  const queue = pick(document.queues, params.get('queue')) ?? document.queues[0]
  return queue === undefined ? null : { kind: 'queue', value: queue }
}

/** The plan bench: what there is to the left, the one thing being edited in the middle, its effects to the right. */
export function PlanRoom({ initial, mayEdit }: { initial: PlanState; mayEdit: boolean }) {
  const [plan, setPlan] = useState(initial)
  const params = useSearchParams()
  const router = useRouter()
  const { clockOffsetMs } = useLive()
  const hour = Math.floor(useNow(clockOffsetMs) / 3_600_000)
  const [begun, setBegun] = useState<Thing | null>(null)
  const [fresh, setFresh] = useState(() => freshOf('queue', initial.document))
  const [dirty, setDirty] = useState(false)
  /** Counted up when what was edited is done with, so that the next is read anew; until then entries stay. */
  const [round, setRound] = useState(0)
  const [leavingTo, setLeavingTo] = useState<(() => void) | null>(null)
  const { document } = plan
  const { queues, hours, calendars } = document
  const made = begun ?? (params.get('queue') === 'new' && mayEdit ? fresh : null)
  useEffect(() => {
    if (!dirty) return
    const stay = (event: BeforeUnloadEvent): void => event.preventDefault()
    window.addEventListener('beforeunload', stay)
    return () => window.removeEventListener('beforeunload', stay)
  }, [dirty])
  const shown = made ?? wantedOf(params, document)
  const findings = useMemo(
    (): Record<Kind, ReadonlyMap<string, number>> => ({
      queue: new Map(queues.map((one) => [one.id, checkQueue(one, document).length])),
      hours: new Map(hours.map((one) => [one.id, hour === 0 ? 0 : checkHours(one, document, hour * 3_600_000).length])),
      calendar: new Map(),
    }),
    [queues, hours, document, hour],
  )
  /** Leaves what is edited, after asking where that would lose something. */
  const leave = (go: () => void): void => {
    if (dirty) setLeavingTo(() => go)
    else go()
  }
  const goTo = (kind: Kind, id: string): void => {
    setBegun(null)
    setDirty(false)
    setRound((before) => before + 1)
    router.replace(`/plan?${kind}=${id}`, { scroll: false })
  }
  const begin = (thing: Thing): void =>
    leave(() => {
      setDirty(false)
      setRound((before) => before + 1)
      setBegun(thing)
    })
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  const saved = async (kind: Kind, id: string): Promise<void> => {
    setDirty(false)
    await reload()
    setFresh(freshOf('queue', document))
    goTo(kind, id)
  }
  const parts: Record<
    Kind,
    { title: string; fresh: string; all: readonly { id: string; name: string; under?: string }[] }
  > = {
    queue: {
      title: en.plan.queues,
      fresh: en.plan.newQueue,
      all: queues.map(({ id, name, service }) => ({
        id,
        name,
        under: service === 'inService' ? undefined : en.plan.serviceNames[service],
      })),
    },
    hours: { title: en.hours.short, fresh: en.hours.fresh, all: hours },
    calendar: { title: en.calendar.title, fresh: en.calendar.fresh, all: calendars },
  }
  const common = {
    isNew: made !== null,
    document,
    draft: plan.draft,
    mayEdit,
    onDirty: setDirty,
    onReload: reload,
  }
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
      <Box
        component="nav"
        aria-label={en.plan.title}
        sx={{ maxHeight: { md: 'calc(100dvh - 130px)' }, overflowY: 'auto', position: { md: 'sticky' }, top: 12 }}
      >
        <Typography
          component="h1"
          variant="body2"
          sx={{ color: 'text.secondary', paddingInline: 1.5, paddingBlock: 1 }}
        >
          {en.plan.passes}
        </Typography>
        {kinds.map((kind) => (
          <NavList
            key={kind}
            title={parts[kind].title}
            items={parts[kind].all}
            findings={findings[kind]}
            selected={made === null && shown?.kind === kind ? shown.value.id : null}
            making={made?.kind === kind}
            freshLabel={parts[kind].fresh}
            onChoose={(id) => leave(() => goTo(kind, id))}
            onFresh={mayEdit ? () => begin(freshOf(kind, document)) : undefined}
          />
        ))}
      </Box>
      {shown === null && <Typography sx={{ padding: 2 }}>{en.plan.empty}</Typography>}
      {shown?.kind === 'queue' && (
        <QueueForm
          key={`${shown.value.id} ${round}`}
          queue={shown.value}
          isNew={made !== null}
          plan={plan}
          mayEdit={mayEdit}
          onDirty={setDirty}
          onSaved={(id) => saved('queue', id)}
          onReload={reload}
          onDuplicate={(like) =>
            begin({
              kind: 'queue',
              value: { ...like, id: newId(), name: en.plan.copyOf(like.name), service: 'inPreparation' },
            })
          }
          onCustomers={(customer) => setPlan({ ...plan, testCustomers: [...plan.testCustomers, customer] })}
        />
      )}
      {shown?.kind === 'hours' && (
        <HoursForm
          key={`${shown.value.id} ${round}`}
          {...common}
          value={shown.value}
          onSaved={(id) => saved('hours', id)}
          onDuplicate={(like) =>
            begin({ kind: 'hours', value: { ...like, id: newId(), name: en.plan.copyOf(like.name) } })
          }
        />
      )}
      {shown?.kind === 'calendar' && (
        <CalendarForm
          key={`${shown.value.id} ${round}`}
          {...common}
          value={shown.value}
          onSaved={(id) => saved('calendar', id)}
          onDuplicate={(like) =>
            begin({ kind: 'calendar', value: { ...like, id: newId(), name: en.plan.copyOf(like.name) } })
          }
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
