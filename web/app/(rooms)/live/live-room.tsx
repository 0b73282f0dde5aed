'use client'
import type { InteractionId, PersonId, QueueId, TeamId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { memo, useCallback, useDeferredValue, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { targetPlace } from '@eudromos/core/figures'
import { useNotice } from '../../../components/frame/notice.tsx'
import { ofCentre, type OfCentre } from '../../../components/stream/of-centre.tsx'
import { en } from '../../../messages/en.ts'
import { BlockRequests } from './block-requests.tsx'
import { TakenOut } from './taken-out.tsx'
import { HelpAsked } from './calls-now.tsx'
import { EmergencyBanner } from './emergency-banner.tsx'
import { EmergencyDrawer } from './emergency-drawer.tsx'
import { FirstLanes, type FirstLane } from './first-lanes.tsx'
import { GroundsDrawer } from './grounds-drawer.tsx'
import { fullLanes, Lanes, troubleOf, type Lane } from './lane-data.ts'
import { FoldedLane, laneColumns, LaneRow, TargetLine } from './lane.tsx'
import { LanesTip } from './lanes-tip.tsx'
import { lanesLook } from './token-mark.tsx'
import { LanesTable } from './lanes-table.tsx'
import { PersonDrawer } from './person-drawer.tsx'
import { QueueDrawer } from './queue-drawer.tsx'
import { openChannels, type PlanView } from '../../../view/view.ts'
import { useSteer } from './steer.ts'
import type { Dropped } from './use-drop.ts'

interface LiveRoomProps {
  /** What is shown until the stream tells. */
  readonly first: readonly FirstLane[]
  readonly maySetPresence: boolean
  readonly mayActAs: boolean
  readonly mayEdit: boolean
  readonly mayAssign: boolean
  readonly mayListen: boolean
  readonly mayBlock: boolean
  readonly mayLayOver: boolean
  readonly mayCloseAll: boolean
}

/** Brought when it is wanted: what it is made of is larger than all the rest. */
const PeopleTable = dynamic(() => import('./people-table.tsx').then((found) => found.PeopleTable), { ssr: false })

/** So many lanes are drawn first; the rest follows without holding anything up. */
const atOnce = 6

/** The supervisor's view of now. */
export const LiveRoom = ofCentre(function LiveRoom(props: LiveRoomProps & OfCentre) {
  const { first, maySetPresence, mayActAs, mayEdit, mayAssign, mayListen, mayBlock, mayLayOver, mayCloseAll } = props
  const { view, now } = props.seen
  const router = useRouter()
  const params = useSearchParams()
  const [shown, setShown] = useState<Shown>('lanes')
  const pointed = useRef(false)
  const [full, setFull] = useState<ReadonlySet<string>>(new Set())
  const [order, setOrder] = useState<readonly string[]>([])
  const [bySearch, setBySearch] = useState('')
  const [byTeam, setByTeam] = useState(everyTeam)
  const [byTrouble, setByTrouble] = useState(false)
  /** What somebody has folded or unfolded by hand stays so. */
  const [byHand, setByHand] = useState<ReadonlyMap<string, boolean>>(new Map())
  const [made] = useState(() => new Lanes())
  const most = useDeferredValue(view === null ? atOnce : Infinity, atOnce)
  const all = view === null || now === 0 ? [] : made.of(view, now)
  const found = bySearch.trim().toLowerCase()
  const ofTeam = new Set(
    byTeam === everyTeam
      ? []
      : Object.values(view?.people ?? {})
          .filter(({ teamId }) => teamId === byTeam)
          .flatMap(({ queueIds }) => queueIds),
  )
  const matching = all.filter(
    ({ queue }) => queue.name.toLowerCase().includes(found) && (byTeam === everyTeam || ofTeam.has(queue.id)),
  )
  const lanes = sorted(matching, order)
  const chosen = fullLanes(all)
  const wanted = all
    .map(({ queue: { id } }) => id)
    .filter((id) => byHand.get(id) ?? chosen.has(id))
    .sort()
    .join(' ')
  const wantedOrder = byTrouble
    ? all
        .toSorted((a, b) => troubleOf(b) - troubleOf(a))
        .map(({ queue }) => queue.id)
        .join(' ')
    : ''
  // Lanes fold and unfold only while neither pointer nor focus is among them.
  useEffect(() => {
    if (!pointed.current || full.size === 0) setFull(new Set(wanted.split(' ')))
  }, [wanted, full.size])
  useEffect(() => {
    if (!pointed.current) setOrder(wantedOrder === '' ? [] : wantedOrder.split(' '))
  }, [wantedOrder])
  const onFold = useCallback((id: string, fold: boolean) => {
    setByHand((before) => new Map(before).set(id, !fold))
    setFull((before) => {
      const next = new Set(before)
      if (fold) next.delete(id)
      else next.add(id)
      return next
    })
  }, [])
  const open = useCallback(
    (what: 'grounds' | 'person' | 'lane' | 'emergency', id: string) =>
      router.replace(`/live?${what}=${id}`, { scroll: false }),
    [router],
  )
  const close = useCallback(() => router.replace('/live', { scroll: false }), [router])
  const people = view?.people
  const steer = useSteer(people, view?.plan ?? null)
  const notice = useNotice()
  // What lanes call on stays the same while the view moves: they would all be drawn anew.
  const latest = useRef({ view, steer })
  useLayoutEffect(() => {
    latest.current = { view, steer }
  })
  const onDrop = useCallback(
    (id: string, to: Dropped) => {
      const { view: seen, steer: by } = latest.current
      const interaction = seen?.interactions[id]
      if (interaction === undefined || ('queueId' in to && to.queueId === interaction.queueId)) return
      const work = 'queueId' in to ? by.move(interaction, to.queueId) : by.give(interaction, to.personId)
      work.catch((error: Error) => notice(error.message))
    },
    [notice],
  )
  const nameOf = useCallback((id: string) => latest.current.view?.people[id]?.name ?? id, [])
  const onEmergency = useCallback(() => open('emergency', 'new'), [open])
  const onToken = useCallback((id: string) => open('grounds', id), [open])
  const onPerson = useCallback((id: string) => open('person', id), [open])
  const onQueue = useCallback((id: string) => open('lane', id), [open])
  if (view === null || now === 0 || view.plan === null)
    return view !== null && view.plan === null ? (
      <Empty mayEdit={mayEdit} />
    ) : (
      <Box component="main" id="contents" sx={{ padding: 1.5, display: 'grid', gap: 0.75 }}>
        <FirstLanes lanes={first} />
      </Box>
    )
  if (all.length === 0) return <Empty mayEdit={mayEdit} />
  const { plan } = view
  const statesIn = new Set(plan.presenceStates.filter(({ signedOut }) => !signedOut).map(({ id }) => id))
  const here = Object.values(view.people).filter(({ connected, stateId }) => connected && statesIn.has(stateId))
  const waiting = all.reduce((sum, lane) => sum + lane.waiting.length, 0)
  const ready = here.filter(({ stateId, closedTo }) => openChannels(plan, stateId, closedTo).length > 0).length
  const standing = lanes.filter(({ queue }) => full.has(queue.id)).slice(0, most)
  const folded = most === Infinity ? lanes.filter(({ queue }) => !full.has(queue.id)) : []
  return (
    <Box component="main" id="contents" tabIndex={-1} sx={{ padding: 1.5, outline: 'none', minWidth: 960 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, marginBlockEnd: 0.5 }}>
        <Typography component="h1" variant="body1">
          {waiting === 0 ? en.live.nobodyWaits : en.live.waiting(waiting)} · {en.live.peopleIn(here.length, ready)}
        </Typography>
        <Choices
          teams={plan.teams}
          byTeam={byTeam}
          setByTeam={setByTeam}
          bySearch={bySearch}
          setBySearch={setBySearch}
          byTrouble={byTrouble}
          setByTrouble={setByTrouble}
          shown={shown}
          setShown={setShown}
          onEmergency={mayCloseAll ? onEmergency : null}
        />
      </Box>
      {view.emergencies.map((emergency) => (
        <EmergencyBanner key={emergency.id} emergency={emergency} view={view} now={now} mayEnd={mayCloseAll} />
      ))}
      <TakenOut view={view} now={now} />
      <BlockRequests view={view} now={now} mayBlock={mayBlock} />
      <HelpAsked view={view} now={now} mayListen={mayListen} onPerson={onPerson} />
      {shown === 'people' && (
        <PeopleTable
          view={view}
          now={now}
          teamId={byTeam === everyTeam ? null : (byTeam as TeamId)}
          find={found}
          onPerson={onPerson}
        />
      )}
      {shown === 'table' && <LanesTable lanes={lanes} zone={plan.zone} onQueue={onQueue} />}
      {shown === 'lanes' && (
        <LanesTip>
          <Box
            sx={lanesLook}
            onPointerEnter={() => (pointed.current = true)}
            onPointerLeave={() => (pointed.current = false)}
            onFocus={() => (pointed.current = true)}
            onBlur={() => (pointed.current = false)}
          >
            <Box sx={{ position: 'relative', paddingBlockStart: '22px' }}>
              <Box
                aria-hidden="true"
                sx={{
                  position: 'absolute',
                  top: 0,
                  left: 27,
                  right: 17,
                  display: 'grid',
                  gridTemplateColumns: laneColumns,
                  gap: 2,
                }}
              >
                <Box sx={{ gridColumn: 2, position: 'relative' }}>
                  <Typography
                    variant="body2"
                    sx={{
                      position: 'absolute',
                      left: `${targetPlace * 100}%`,
                      transform: 'translateX(-50%)',
                      whiteSpace: 'nowrap',
                    }}
                  >
                    {en.live.target}
                  </Typography>
                </Box>
              </Box>
              <Box sx={{ position: 'relative', display: 'grid', gap: 0.75 }}>
                <TargetLine />
                {standing.map((lane) => (
                  <LaneRow
                    key={lane.queue.id}
                    lane={lane}
                    plan={plan}
                    nameOf={nameOf}
                    onToken={onToken}
                    onPerson={onPerson}
                    onQueue={onQueue}
                    onDrop={mayAssign ? onDrop : null}
                    onFold={onFold}
                  />
                ))}
              </Box>
            </Box>
            {folded.length > 0 && (
              <Box
                component="section"
                aria-label={en.live.calm}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: 'repeat(3, minmax(0, 1fr))',
                  gap: 0.75,
                  marginBlockStart: 1,
                }}
              >
                {folded.map((lane) => (
                  <FoldedLane
                    key={lane.queue.id}
                    lane={lane}
                    onQueue={onQueue}
                    onDrop={mayAssign ? onDrop : null}
                    onFold={onFold}
                  />
                ))}
              </Box>
            )}
          </Box>
        </LanesTip>
      )}
      <GroundsDrawer
        interactionId={params.get('grounds') as InteractionId | null}
        view={view}
        onClose={close}
        onPerson={onPerson}
        steer={mayAssign ? steer : null}
      />
      {mayCloseAll && <EmergencyDrawer open={params.get('emergency') !== null} view={view} onClose={close} />}
      <QueueDrawer
        queueId={params.get('lane') as QueueId | null}
        view={view}
        now={now}
        onClose={close}
        mayLayOver={mayLayOver}
      />
      <PersonDrawer
        personId={params.get('person') as PersonId | null}
        view={view}
        now={now}
        onClose={close}
        maySetPresence={maySetPresence}
        mayActAs={mayActAs}
        mayListen={mayListen}
        mayLayOver={mayLayOver}
      />
    </Box>
  )
})

const everyTeam = ' '
const shownAs = ['lanes', 'table', 'people'] as const
type Shown = (typeof shownAs)[number]

interface ChoicesProps {
  readonly teams: PlanView['teams']
  readonly byTeam: string
  readonly setByTeam: (team: string) => void
  readonly bySearch: string
  readonly setBySearch: (text: string) => void
  readonly byTrouble: boolean
  readonly setByTrouble: (byTrouble: boolean) => void
  readonly shown: Shown
  readonly setShown: (shown: Shown) => void
  /** Null where one may not close the centre. */
  readonly onEmergency: (() => void) | null
}

/** What is shown, and in which order. Drawn anew when one chooses, not with every second. */
const Choices = memo(function Choices(props: ChoicesProps) {
  const { teams, byTeam, setByTeam, bySearch, setBySearch, byTrouble, setByTrouble, shown, setShown, onEmergency } =
    props
  return (
    <>
      {teams.length > 0 && (
        <TextField
          select
          size="small"
          value={byTeam}
          onChange={({ target }) => setByTeam(target.value)}
          slotProps={{ htmlInput: { 'aria-label': en.live.team } }}
          sx={{ width: 150, marginInlineStart: 'auto' }}
        >
          <MenuItem value={everyTeam}>{en.live.allTeams}</MenuItem>
          {teams.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <TextField
        size="small"
        value={bySearch}
        onChange={({ target }) => setBySearch(target.value)}
        placeholder={shown === 'people' ? en.live.findPerson : en.live.find}
        slotProps={{ htmlInput: { 'aria-label': shown === 'people' ? en.live.findPerson : en.live.find } }}
        sx={{ width: 150 }}
      />
      <TextField
        select
        size="small"
        value={byTrouble ? 'trouble' : 'plan'}
        onChange={({ target }) => setByTrouble(target.value === 'trouble')}
        slotProps={{ htmlInput: { 'aria-label': en.live.order } }}
        sx={{ width: 150 }}
      >
        <MenuItem value="plan">{en.live.orders.plan}</MenuItem>
        <MenuItem value="trouble">{en.live.orders.trouble}</MenuItem>
      </TextField>
      <Button component={Link} href="/live/who" variant="text">
        {en.rota.title}
      </Button>
      {onEmergency !== null && <Button onClick={onEmergency}>{en.emergency.begin}</Button>}
      <TextField
        select
        size="small"
        value={shown}
        onChange={({ target }) => setShown(target.value as Shown)}
        slotProps={{ htmlInput: { 'aria-label': en.live.shownAs } }}
        sx={{ width: 104 }}
      >
        {shownAs.map((one) => (
          <MenuItem key={one} value={one}>
            {en.live.views[one]}
          </MenuItem>
        ))}
      </TextField>
    </>
  )
})

/** In this order; what it does not name comes after, as it was. */
const sorted = (lanes: readonly Lane[], order: readonly string[]): readonly Lane[] => {
  const places = new Map(order.map((id, place) => [id, place]))
  const placeOf = ({ queue }: Lane): number => places.get(queue.id) ?? order.length
  return order.length === 0 ? lanes : lanes.toSorted((a, b) => placeOf(a) - placeOf(b))
}

const Empty = ({ mayEdit }: { mayEdit: boolean }) => (
  <Box component="main" id="contents" sx={{ padding: 1.5, display: 'grid', gap: 0.75 }}>
    <Typography component="h1">{en.live.empty}</Typography>
    {mayEdit && (
      <div>
        <Button variant="contained" component={Link} href="/plan?queue=new">
          {en.live.emptyAction}
        </Button>
      </div>
    )}
  </Box>
)
