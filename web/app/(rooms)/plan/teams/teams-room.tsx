'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import type { GridColDef } from '@mui/x-data-grid'
import { useMemo, useState } from 'react'
import { checkTeam, usersOfTeam, type PlanDocument, type PlanPerson, type PersonId } from '@eudromos/core/plan'
import { FileButton } from '../../../../components/files/file-button.tsx'
import { FileDialog } from '../../../../components/files/file-dialog.tsx'
import { download } from '../../../../components/download.ts'
import { request } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { team as t, teamFile } from '../../../../messages/people.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { inBrowser } from '../bench/in-browser.tsx'
import type { Reading } from '../../../../view/reading.ts'
import { Trouble } from '../form/form-parts.tsx'
import { usePublishing } from '../form/publishing.ts'
import { matching, readCsv, writeCsv } from '../table/rows.ts'
import { PlanGrid, TablePage } from '../table/table-page.tsx'
import { readTeams, teamRows } from './team-file.ts'

type Team = PlanDocument['teams'][number]

interface Row {
  readonly id: string
  readonly name: string
  readonly parent: string
  readonly lead: string
  readonly private: string
  readonly members: number
  readonly tiers: string
  readonly observers: string
  readonly queues: string
  readonly description: string
  readonly findings: number
}

const figure = { align: 'right', headerAlign: 'right', cellClassName: 'figure' } as const

const columns: GridColDef<Row>[] = [
  { field: 'name', headerName: t.columns.name, flex: 1, minWidth: 140 },
  { field: 'parent', headerName: t.columns.parent, flex: 1, minWidth: 120 },
  { field: 'lead', headerName: t.columns.lead, flex: 1, minWidth: 130 },
  { field: 'private', headerName: t.columns.private, width: 84 },
  { field: 'members', headerName: t.columns.members, width: 84, ...figure },
  { field: 'tiers', headerName: t.columns.tiers, width: 84 },
  { field: 'observers', headerName: t.columns.observers, flex: 1, minWidth: 120 },
  { field: 'queues', headerName: t.columns.queues, flex: 1.4, minWidth: 150 },
  { field: 'description', headerName: t.columns.description, flex: 1.6, minWidth: 160 },
  {
    field: 'findings',
    headerName: t.columns.findings,
    width: 100,
    ...figure,
    valueFormatter: (n: number) => (n === 0 ? '' : `! ${n}`),
  },
]

function rowsOf({ document, people }: PlanState): Row[] {
  const names = new Map(people.map(({ id, name }) => [id, name]))
  const nameOf = (id: PersonId): string => names.get(id) ?? id
  const members = new Map<string, PlanPerson[]>()
  for (const person of document.people)
    if (person.teamId !== null) members.set(person.teamId, [...(members.get(person.teamId) ?? []), person])
  return document.teams.map((team) => {
    const own = members.get(team.id) ?? []
    const ids = own.map(({ id }) => id)
    return {
      id: team.id,
      name: team.name,
      parent: document.teams.find(({ id }) => id === team.parentId)?.name ?? '',
      lead: team.leadId === null ? '' : nameOf(team.leadId),
      private: team.private ? t.yes : '',
      members: ids.length,
      tiers: [...new Set(own.flatMap(({ tier }) => tier ?? []))].sort((a, b) => a - b).join(', '),
      observers: team.observerIds.map(nameOf).join(', '),
      queues: usersOfTeam(document, team.id).join(', '),
      description: team.description,
      findings: checkTeam(team, ids, document).length,
    }
  })
}

/** All teams: found, sorted, read from and written for a spreadsheet. */
export const TeamsRoom = inBrowser(function TeamsRoom({ initial, mayEdit }) {
  const [plan, setPlan] = useState(initial)
  const [filter, setFilter] = useState('')
  const [hidden, setHidden] = useState<Record<string, boolean>>({ description: false })
  const [reading, setReading] = useState<Reading<Team> | null>(null)
  const { publish, trouble, busy, forget } = usePublishing()
  const { teams } = plan.document
  const rows = useMemo(() => rowsOf(plan), [plan])
  const shown = useMemo(() => matching(rows, filter), [rows, filter])
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  const take = async (): Promise<void> => {
    const changed = reading?.changes.map(({ after: { notes: _, ...team } }) => team) ?? []
    if (!(await publish('/api/plan/teams/many', { draft: plan.draft, teams: changed }))) return
    setReading(null)
    await reload()
  }
  const readFile = async (file: File): Promise<void> => setReading(readTeams(await readCsv(file), teams, plan.people))
  const write = (): void => {
    const ids = new Set(shown.map(({ id }) => id))
    const chosen = teams.filter(({ id }) => ids.has(id))
    download('teams.csv', 'text/csv', writeCsv(teamRows(chosen, teams, plan.people)))
  }
  return (
    <TablePage
      title={t.title}
      back={t.back}
      under={t.shown(shown.length, rows.length)}
      actions={
        <>
          <TextField
            label={t.filter}
            value={filter}
            onChange={({ target }) => setFilter(target.value)}
            sx={{ width: 220 }}
          />
          <Button onClick={write}>{t.export}</Button>
          {mayEdit && <FileButton label={t.import} onFile={readFile} />}
        </>
      }
    >
      {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
      <PlanGrid<Row>
        rows={shown}
        columns={columns}
        loading={busy !== null}
        columnVisibilityModel={hidden}
        onColumnVisibilityModelChange={setHidden}
        hrefOf={(id) => `/plan?team=${id}`}
        localeText={{ noRowsLabel: t.empty }}
      />
      <FileDialog
        reading={reading}
        sums={teamFile.sums}
        busy={busy}
        trouble={<Trouble trouble={trouble} onReload={reload} />}
        onClose={() => {
          setReading(null)
          forget()
        }}
        onPublish={() => void take()}
      />
    </TablePage>
  )
})
