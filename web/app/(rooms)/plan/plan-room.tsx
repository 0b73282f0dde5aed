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
import {
  plainQueue,
  checkHours,
  checkQueue,
  checkShift,
  checkSite,
  checkSkill,
  skillEdit,
  type PlanDocument,
} from '@eudromos/core/plan'
import { useLive, useNow } from '../../../components/stream/context.tsx'
import { request } from '../../../components/stream/send.ts'
import { en } from '../../../messages/en.ts'
import { skill as skillWords } from '../../../messages/skills.ts'
import type { PlanState } from '../../../server/plan.ts'
import { blankCalendar, CalendarForm } from './hours/calendar-form.tsx'
import { blankHours, HoursForm } from './hours/hours-form.tsx'
import { NavList } from './nav-list.tsx'
import { ShiftForm } from './places/shift-form.tsx'
import { SiteForm } from './places/site-form.tsx'
import { blankShift, blankSite, type ShiftValue, type SiteValue } from './places/values.ts'
import { QueueForm } from './queue-form.tsx'
import { SkillForm } from './skills/skill-form.tsx'
import { blankSkill, skillValue, type SkillValue } from './skills/values.ts'

type Queue = PlanDocument['queues'][number]

const blank = (): Queue => ({
  id: newId(),
  name: '',
  description: '',
  service: 'inPreparation',
  agentIds: [],
  ...plainQueue,
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

type Kind = 'queue' | 'skill' | 'shift' | 'site' | 'hours' | 'calendar'
type Thing<K extends Kind = Kind> = { [P in K]: { readonly kind: P; readonly value: Values[P] } }[K]

interface Values {
  readonly queue: Queue
  readonly hours: PlanDocument['hours'][number]
  readonly calendar: PlanDocument['calendars'][number]
  readonly site: SiteValue
  readonly shift: ShiftValue
  readonly skill: SkillValue
}

const kinds: readonly Kind[] = ['queue', 'skill', 'shift', 'site', 'hours', 'calendar']

function freshOf(kind: Kind, document: PlanDocument): Thing {
  switch (kind) {
    case 'queue':
      return { kind, value: blank() }
    case 'hours':
      return { kind, value: blankHours(newId(), document.centre.zone) }
    case 'calendar':
      return { kind, value: blankCalendar(newId()) }
    case 'site':
      return { kind, value: blankSite(newId(), document.centre.zone) }
    case 'shift':
      return { kind, value: blankShift(newId(), document.centre.zone) }
    case 'skill':
      return { kind, value: blankSkill(newId()) }
  }
}

const sitting = ({ people }: PlanDocument, id: string): string[] =>
  people.filter(({ siteId }) => siteId === id).map((person) => person.id)
const working = ({ people }: PlanDocument, id: string): string[] =>
  people.filter(({ shiftId }) => shiftId === id).map((person) => person.id)

/** What the address names: one thing of the plan, by default the first queue. */
function wantedOf(params: { get(name: string): string | null }, document: PlanDocument): Thing | null {
  const pick = <T extends { readonly id: string }>(all: readonly T[], id: string | null): T | undefined =>
    all.find((one) => one.id === id)
  const hours = pick(document.hours, params.get('hours'))
  if (hours !== undefined) return { kind: 'hours', value: hours }
  const calendar = pick(document.calendars, params.get('calendar'))
  if (calendar !== undefined) return { kind: 'calendar', value: calendar }
  const site = pick(document.sites, params.get('site'))
  if (site !== undefined) return { kind: 'site', value: { ...site, personIds: sitting(document, site.id) } }
  const shift = pick(document.shifts, params.get('shift'))
  if (shift !== undefined) return { kind: 'shift', value: { ...shift, personIds: working(document, shift.id) } }
  const skill = pick(document.skills, params.get('skill'))
  if (skill !== undefined) return { kind: 'skill', value: skillValue(document, skill) }
  const queue = pick(document.queues, params.get('queue')) ?? document.queues[0]
  return queue === undefined ? null : { kind: 'queue', value: queue }
}

/** How many findings each thing of the plan has, of those that depend on the date as from `at` (0: not yet known). */
function findingsOf(document: PlanDocument, at: number): Record<Kind, ReadonlyMap<string, number>> {
  const count = <T extends { readonly id: string }>(all: readonly T[], find: (one: T) => readonly unknown[]) =>
    new Map(all.map((one) => [one.id, at === 0 ? 0 : find(one).length]))
  return {
    queue: new Map(document.queues.map((one) => [one.id, checkQueue(one, document).length])),
    hours: count(document.hours, (one) => checkHours(one, document, at)),
    site: count(document.sites, (one) => checkSite(one, sitting(document, one.id), document, at)),
    shift: count(document.shifts, (one) => checkShift(one, working(document, one.id), document, at)),
    calendar: new Map(),
    skill: new Map(document.skills.map((one) => [one.id, checkSkill(skillEdit(document, one), document).length])),
  }
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
  const { queues, hours, calendars, sites, shifts, skills } = document
  const made = begun ?? (params.get('queue') === 'new' && mayEdit ? fresh : null)
  useEffect(() => {
    if (!dirty) return
    const stay = (event: BeforeUnloadEvent): void => event.preventDefault()
    window.addEventListener('beforeunload', stay)
    return () => window.removeEventListener('beforeunload', stay)
  }, [dirty])
  const shown = made ?? wantedOf(params, document)
  const findings = useMemo(() => findingsOf(document, hour * 3_600_000), [document, hour])
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
    skill: { title: skillWords.title, fresh: skillWords.fresh, all: skills },
    shift: { title: en.shift.title, fresh: en.shift.fresh, all: shifts },
    site: { title: en.site.title, fresh: en.site.fresh, all: sites },
    hours: { title: en.hours.short, fresh: en.hours.fresh, all: hours },
    calendar: { title: en.calendar.title, fresh: en.calendar.fresh, all: calendars },
  }
  const agents = useMemo(() => plan.people.filter(({ roles }) => roles.includes('agent')), [plan.people])
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
            table={kind === 'skill' ? { href: '/plan/skills', name: skillWords.table } : undefined}
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
      {shown?.kind === 'site' && (
        <SiteForm
          key={`${shown.value.id} ${round}`}
          {...common}
          people={plan.people}
          value={shown.value}
          onSaved={(id) => saved('site', id)}
          onDuplicate={(like) =>
            begin({ kind: 'site', value: { ...like, id: newId(), name: en.plan.copyOf(like.name), personIds: [] } })
          }
        />
      )}
      {shown?.kind === 'shift' && (
        <ShiftForm
          key={`${shown.value.id} ${round}`}
          {...common}
          people={agents}
          value={shown.value}
          onSaved={(id) => saved('shift', id)}
          onDuplicate={(like) =>
            begin({ kind: 'shift', value: { ...like, id: newId(), name: en.plan.copyOf(like.name), personIds: [] } })
          }
        />
      )}
      {shown?.kind === 'skill' && (
        <SkillForm
          key={`${shown.value.id} ${round}`}
          {...common}
          people={agents}
          value={shown.value}
          onSaved={(id) => saved('skill', id)}
          onDuplicate={(like) =>
            begin({ kind: 'skill', value: { ...like, id: newId(), name: en.plan.copyOf(like.name), asked: [] } })
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
