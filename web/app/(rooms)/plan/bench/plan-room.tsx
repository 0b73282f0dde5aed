'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ListItemButton from '@mui/material/ListItemButton'
import ListItemText from '@mui/material/ListItemText'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useEffect, useMemo, useRef, useState } from 'react'
import { newId } from '../../../../view/new-id.ts'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { request } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import {
  centre,
  limits as limitWords,
  person as personWords,
  presence,
  team as teamWords,
} from '../../../../messages/people.ts'
import { line as lineWords } from '../../../../messages/lines.ts'
import { template as templateWords } from '../../../../messages/templates.ts'
import { script as scriptWords } from '../../../../messages/scripts.ts'
import { bulk } from '../../../../messages/plan.ts'
import { skill as skillWords } from '../../../../messages/skills.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { CalendarForm } from '../hours/calendar-form.tsx'
import { HoursForm } from '../hours/hours-form.tsx'
import { inBrowser } from './in-browser.tsx'
import { LineForm } from '../lines/line-form.tsx'
import { NavList } from './nav-list.tsx'
import { ShiftForm } from '../places/shift-form.tsx'
import { SiteForm } from '../places/site-form.tsx'
import { CentreForm } from '../people/centre-form.tsx'
import { LeaveDialog } from '../form/leave-dialog.tsx'
import { LimitsForm } from '../people/limits-form.tsx'
import { PersonForm } from '../people/person-form.tsx'
import { StateForm } from '../people/state-form.tsx'
import { TeamForm } from '../people/team-form.tsx'
import { QueueForm } from '../queues/queue-form.tsx'
import { SkillForm } from '../skills/skill-form.tsx'
import { ScriptForm } from '../scripts/script-form.tsx'
import { useCounted } from './counted.ts'
import { TemplateForm } from '../templates/template-form.tsx'
import { freshOf, kinds, wantedOf, type Kind, type Thing } from './things.ts'

/** The plan bench: what there is to the left, the one thing being edited in the middle, its effects to the right. */
export const PlanRoom = inBrowser(function PlanRoom({ initial, at, mayEdit }) {
  const [plan, setPlan] = useState(initial)
  const params = useSearchParams()
  const router = useRouter()
  const hour = useCentreNow(3_600_000, at)
  const [begun, setBegun] = useState<Thing | null>(null)
  const wantsNew = mayEdit ? (kinds.find((kind) => params.get(kind) === 'new') ?? null) : null
  const [fresh, setFresh] = useState(() => freshOf(wantsNew ?? 'queue', initial.document))
  if (wantsNew !== null && fresh.kind !== wantsNew) setFresh(freshOf(wantsNew, initial.document))
  const [dirty, setDirty] = useState(false)
  /** Counted up when what was edited is done with, so that the next is read anew; until then entries stay. */
  const [round, setRound] = useState(0)
  /** Counted up with each move to something else. */
  const moves = useRef(0)
  const [leavingTo, setLeavingTo] = useState<(() => void) | null>(null)
  const { document } = plan
  const {
    lines,
    templates,
    scripts,
    queues,
    hours,
    calendars,
    sites,
    shifts,
    skills,
    teams,
    presenceStates,
    loadLimits,
  } = document
  const made = begun ?? (wantsNew === fresh.kind ? fresh : null)
  useEffect(() => {
    if (!dirty) return
    const stay = (event: BeforeUnloadEvent): void => event.preventDefault()
    window.addEventListener('beforeunload', stay)
    return () => window.removeEventListener('beforeunload', stay)
  }, [dirty])
  const shown = useMemo(() => made ?? wantedOf(params, plan), [made, params, plan])
  const findings = useCounted(document, hour)
  /** Leaves what is edited, after asking where that would lose something. */
  const leave = (go: () => void): void => {
    if (dirty) setLeavingTo(() => go)
    else go()
  }
  const goTo = (kind: Kind, id: string): void => {
    moves.current += 1
    setBegun(null)
    setDirty(false)
    setRound((before) => before + 1)
    router.replace(`/plan?${kind}=${id}`, { scroll: false })
  }
  const begin = (thing: Thing): void =>
    leave(() => {
      moves.current += 1
      setDirty(false)
      setRound((before) => before + 1)
      setBegun(thing)
    })
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  const saved = async (kind: Kind, id: string): Promise<void> => {
    setDirty(false)
    const before = moves.current
    await reload()
    // Whoever has gone on to something else meanwhile stays there.
    if (moves.current !== before) return
    setFresh(freshOf('queue', document))
    goTo(kind, id)
  }
  const parts: Record<
    Exclude<Kind, 'centre'>,
    { title: string; fresh: string; all: readonly { id: string; name: string; under?: string }[] }
  > = {
    line: {
      title: lineWords.title,
      fresh: lineWords.fresh,
      all: lines.map(({ id, name, on }) => ({ id, name, under: on ? undefined : lineWords.isOff })),
    },
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
    person: { title: personWords.title, fresh: personWords.fresh, all: plan.people },
    team: { title: teamWords.title, fresh: teamWords.fresh, all: teams },
    presence: { title: presence.title, fresh: presence.fresh, all: presenceStates },
    limits: { title: limitWords.title, fresh: limitWords.fresh, all: loadLimits },
    shift: { title: en.shift.title, fresh: en.shift.fresh, all: shifts },
    site: { title: en.site.title, fresh: en.site.fresh, all: sites },
    hours: { title: en.hours.short, fresh: en.hours.fresh, all: hours },
    script: { title: scriptWords.title, fresh: scriptWords.fresh, all: scripts },
    template: { title: templateWords.title, fresh: templateWords.fresh, all: templates },
    calendar: { title: en.calendar.title, fresh: en.calendar.fresh, all: calendars },
  }
  const tables: Partial<Record<Kind, { href: string; name: string; worst?: string }>> = {
    queue: { href: '/plan/queues', name: bulk.all(queues.length) },
    skill: { href: '/plan/skills', name: skillWords.table },
    team: { href: '/plan/teams', name: teamWords.all(teams.length) },
    person: { href: '/plan/people', name: personWords.all(plan.people.length), worst: '/plan/people?worst' },
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
            table={tables[kind]}
            brief={kind === 'person'}
            onFresh={mayEdit ? () => begin(freshOf(kind, document)) : undefined}
          />
        ))}
        <Box component="section" aria-label={centre.title}>
          <Typography variant="h3" component="h2" noWrap sx={{ paddingInline: 1.5 }}>
            {centre.title}
          </Typography>
          <ListItemButton
            selected={shown?.kind === 'centre'}
            onClick={() => leave(() => goTo('centre', 'settings'))}
            sx={{ borderRadius: 1, paddingBlock: 0 }}
          >
            <ListItemText primary={centre.open} />
          </ListItemButton>
        </Box>
      </Box>
      {shown === null && (
        <Box sx={{ padding: 2, display: 'grid', gap: 1, justifyItems: 'start' }}>
          <Typography>{en.plan.empty}</Typography>
          {mayEdit && (
            <Button variant="contained" onClick={() => begin(freshOf('queue', document))}>
              {en.live.emptyAction}
            </Button>
          )}
        </Box>
      )}
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
      {shown?.kind === 'line' && (
        <LineForm
          key={`${shown.value.id} ${round}`}
          {...common}
          value={shown.value}
          onSaved={(id) => saved('line', id)}
          onDuplicate={(like) =>
            begin({ kind: 'line', value: { ...like, id: newId(), name: en.plan.copyOf(like.name) } })
          }
        />
      )}
      {shown?.kind === 'template' && (
        <TemplateForm
          key={`${shown.value.id} ${round}`}
          {...common}
          value={shown.value}
          onSaved={(id) => saved('template', id)}
          onDuplicate={(like) =>
            begin({ kind: 'template', value: { ...like, id: newId(), name: en.plan.copyOf(like.name) } })
          }
        />
      )}
      {shown?.kind === 'script' && (
        <ScriptForm
          key={`${shown.value.id} ${round}`}
          {...common}
          value={shown.value}
          onSaved={(id) => saved('script', id)}
          onDuplicate={(like) =>
            begin({ kind: 'script', value: { ...like, id: newId(), name: en.plan.copyOf(like.name) } })
          }
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
      {shown?.kind === 'team' && (
        <TeamForm
          key={`${shown.value.id} ${round}`}
          {...common}
          people={plan.people}
          value={shown.value}
          onSaved={(id) => saved('team', id)}
          onDuplicate={(like) =>
            begin({ kind: 'team', value: { ...like, id: newId(), name: en.plan.copyOf(like.name), members: [] } })
          }
        />
      )}
      {shown?.kind === 'person' && (
        <PersonForm
          key={`${shown.value.id} ${round}`}
          {...common}
          people={plan.people}
          value={shown.value}
          onSaved={(id) => saved('person', id)}
          onDuplicate={(like) => begin({ kind: 'person', value: { ...like, id: newId(), name: '', email: '' } })}
        />
      )}
      {shown?.kind === 'presence' && (
        <StateForm
          key={`${shown.value.id} ${round}`}
          {...common}
          value={shown.value}
          onSaved={(id) => saved('presence', id)}
          onDuplicate={(like) =>
            begin({
              kind: 'presence',
              value: { ...like, id: newId(), name: en.plan.copyOf(like.name), choosable: true, setByMiss: false },
            })
          }
        />
      )}
      {shown?.kind === 'limits' && (
        <LimitsForm
          key={`${shown.value.id} ${round}`}
          {...common}
          people={agents}
          value={shown.value}
          onSaved={(id) => saved('limits', id)}
          onDuplicate={(like) =>
            begin({ kind: 'limits', value: { ...like, id: newId(), name: en.plan.copyOf(like.name), personIds: [] } })
          }
        />
      )}
      {shown?.kind === 'centre' && (
        <CentreForm
          key={`centre ${round}`}
          {...common}
          value={shown.value}
          onSaved={() => saved('centre', 'settings')}
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
      <LeaveDialog leavingTo={leavingTo} onClose={() => setLeavingTo(null)} />
    </Box>
  )
})
