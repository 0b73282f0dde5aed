'use client'
import type { PersonId, TeamId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Paper from '@mui/material/Paper'
import type { GridColDef } from '@mui/x-data-grid'
import { useMemo, useState } from 'react'
import { dayMs } from '@eudromos/core/hours'
import { clockText, timeText } from '../../../components/format.ts'
import { queueName } from '../../../components/frame/headline.tsx'
import { PersonRing, stateName } from '../../../components/frame/presence.tsx'
import Grid from '../../../components/list/grid.tsx'
import { useLivePart, useNow } from '../../../components/stream/context.tsx'
import { StateSign } from '../../../components/state-sign.tsx'
import { livePeople as t } from '../../../messages/steering.ts'
import type { PersonView, View } from '../../../view/view.ts'

interface Row {
  readonly id: string
  readonly person: PersonView
  readonly name: string
  readonly state: string
  readonly stateSince: number
  /** So long one may be in the state; null: as long as one likes. */
  readonly mostMs: number | null
  readonly load: string
  readonly taken: number
  readonly team: string
  readonly skills: string
  readonly queues: string
  readonly answered: number
}

interface PeopleTableProps {
  readonly view: View
  readonly now: number
  readonly teamId: TeamId | null
  readonly find: string
  readonly onPerson: (personId: PersonId) => void
}

/** What lasts for a while comes first, with how long: a narrow column shows only its beginning. */
function markedFirst<T>(all: readonly T[], textOf: (one: T) => readonly [text: string, mark: string | null]): string {
  const texts = all.map(textOf)
  return [
    ...texts.flatMap(([text, mark]) => (mark === null ? [] : [`${text} (${mark})`])),
    ...texts.flatMap(([text, mark]) => (mark === null ? [text] : [])),
  ].join(', ')
}

export function rowOf(person: PersonView, { plan, ...rest }: View, now: number): Row {
  const state = plan?.presenceStates.find(({ id }) => id === person.stateId)
  const until = (at: number): string => timeText(at, plan?.zone ?? 'UTC', now)
  const skillName = (id: string): string => plan?.skills.find((one) => one.id === id)?.name ?? id
  return {
    id: person.id,
    person,
    name: person.name,
    state: stateName(plan, person.stateId),
    stateSince: person.stateSince,
    mostMs: state?.mostMinutes == null ? null : state.mostMinutes * 60_000,
    load: t.load(person.carried.length, person.slots),
    taken: person.slots === 0 ? 0 : person.carried.length / person.slots,
    team: plan?.teams.find(({ id }) => id === person.teamId)?.name ?? '',
    skills: markedFirst(person.skills, ({ skillId, level }) => {
      const grant = person.grants.find((one) => one.skillId === skillId)
      return [`${skillName(skillId)} ${level}`, grant === undefined ? null : t.forNow(until(grant.until))]
    }),
    queues: markedFirst([...new Set([...person.queueIds, ...person.loans.map(({ queueId }) => queueId)])], (id) => {
      const loan = person.loans.find(({ queueId }) => queueId === id)
      return [queueName({ plan, ...rest }, id), loan === undefined ? null : t.lent(until(loan.until))]
    }),
    answered: person.answeredToday,
  }
}

interface Kept {
  readonly plan: View['plan']
  readonly day: number
  readonly row: Row
}

/** The rows made so far. That of somebody about whom nothing is different stays the same object, and so do all of them. */
export class Rows {
  private readonly kept = new WeakMap<PersonView, Kept>()
  private last: readonly Row[] = []

  of(view: View, now: number, teamId: TeamId | null, find: string): readonly Row[] {
    const wanted = find.split(/\s+/).filter((word) => word !== '')
    const rows = Object.values(view.people)
      .filter((person) => teamId === null || person.teamId === teamId)
      .map((person) => this.rowOf(person, view, now))
      .filter((row) => {
        const text = [row.name, row.state, row.team, row.skills, row.queues].join(' ').toLowerCase()
        return wanted.every((word) => text.includes(word))
      })
    if (rows.length !== this.last.length || rows.some((row, n) => row !== this.last[n])) this.last = rows
    return this.last
  }

  private rowOf(person: PersonView, view: View, now: number): Row {
    const { plan } = view
    // Times of another day are written with it.
    const day = Math.floor(now / dayMs)
    const before = this.kept.get(person)
    if (before !== undefined && before.plan === plan && before.day === day) return before.row
    const row = rowOf(person, view, now)
    this.kept.set(person, { plan, day, row })
    return row
  }
}

/** For how long somebody is in a state, and whether that is longer than they may. */
export function Since({ row: { stateSince, mostMs } }: { readonly row: Pick<Row, 'stateSince' | 'mostMs'> }) {
  const forMs = useNow(useLivePart(({ clockOffsetMs }) => clockOffsetMs)) - stateSince
  const overstays = mostMs !== null && forMs > mostMs
  return (
    <Box component="span" sx={{ fontWeight: overstays ? 700 : undefined }}>
      {overstays ? '! ' : ''}
      {clockText(forMs)}
    </Box>
  )
}

const figure = { align: 'right', headerAlign: 'right', cellClassName: 'figure' } as const

/** Everybody with their presence, the time in it, what they carry and what they can do; a click opens the person. */
export function PeopleTable({ view, now, teamId, find, onPerson }: PeopleTableProps) {
  const [made] = useState(() => new Rows())
  const rows = made.of(view, now, teamId, find)
  const columns = useMemo(
    (): GridColDef<Row>[] => [
      {
        field: 'name',
        headerName: t.columns.name,
        flex: 1.1,
        minWidth: 170,
        renderCell: ({ row }) => (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', height: '100%' }}>
            <PersonRing plan={view.plan} person={row.person} size={28} />
            {row.name}
          </Box>
        ),
      },
      {
        field: 'state',
        headerName: t.columns.state,
        flex: 1,
        minWidth: 150,
        renderCell: ({ row }) => {
          const look = view.plan?.presenceStates.find(({ id }) => id === row.person.stateId)
          return (
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', height: '100%' }}>
              {look !== undefined && <StateSign look={look} />}
              {row.state}
              {row.person.connected || look?.signedOut === true ? '' : ` ${t.notConnected}`}
            </Box>
          )
        },
      },
      {
        field: 'stateSince',
        headerName: t.columns.since,
        width: 104,
        ...figure,
        // The longest time first where one sorts downwards.
        sortComparator: (a: number, b: number) => b - a,
        renderCell: ({ row }) => <Since row={row} />,
      },
      { field: 'taken', headerName: t.columns.load, width: 84, ...figure, renderCell: ({ row }) => row.load },
      { field: 'team', headerName: t.columns.team, flex: 0.9, minWidth: 110 },
      { field: 'skills', headerName: t.columns.skills, flex: 1.6, minWidth: 160 },
      { field: 'queues', headerName: t.columns.queues, flex: 1.6, minWidth: 160 },
      { field: 'answered', headerName: t.columns.answered, width: 92, ...figure },
    ],
    [view.plan],
  )
  return (
    <Paper
      sx={{ height: 'calc(100dvh - 170px)', minHeight: 300, border: 1, borderColor: 'divider', overflow: 'hidden' }}
    >
      <Grid<Row>
        rows={rows}
        columns={columns}
        density="compact"
        disableColumnFilter
        disableRowSelectionOnClick
        pageSizeOptions={[50, 100]}
        initialState={{
          pagination: { paginationModel: { pageSize: 100 } },
          sorting: { sortModel: [{ field: 'name', sort: 'asc' }] },
        }}
        onRowClick={({ id }) => onPerson(String(id) as PersonId)}
        onCellKeyDown={({ id }, event) => {
          if (event.key === 'Enter') onPerson(String(id) as PersonId)
        }}
        localeText={{ noRowsLabel: t.empty }}
        sx={{
          border: 0,
          '& .figure': { fontFamily: "'Spline Sans Mono Variable', monospace" },
          '& .MuiDataGrid-row': { cursor: 'pointer' },
        }}
      />
    </Paper>
  )
}
