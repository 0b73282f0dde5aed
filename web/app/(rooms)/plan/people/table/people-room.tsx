'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from '@mui/material/Link'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { DataGrid, type GridColDef } from '@mui/x-data-grid'
import NextLink from 'next/link'
import { useRouter } from 'next/navigation'
import Papa from 'papaparse'
import { useMemo, useRef, useState } from 'react'
import { writeCards } from '@eudromos/core/exchange'
import { checkPeople, type PersonEdit, type PlanDocument } from '@eudromos/core/plan'
import { download } from '../../../../../components/download.ts'
import { useNotice } from '../../../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../../../components/stream/context.tsx'
import { Refused, request, requestJson } from '../../../../../components/stream/send.ts'
import { en } from '../../../../../messages/en.ts'
import { person as t } from '../../../../../messages/people.ts'
import type { PlanState, Saved } from '../../../../../server/plan.ts'
import { Trouble } from '../../form-parts.tsx'
import { personValues } from '../values.ts'
import { PeopleReadingDialog } from './people-reading-dialog.tsx'
import { cellsOf, peopleRows, readPeople, type PeopleReading } from './person-file.ts'

const mostBytes = 5 * 1024 * 1024

interface Row {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly roles: string
  readonly team: string
  readonly tier: number | null
  readonly site: string
  readonly shift: string
  readonly limits: string
  readonly skills: string
  readonly queues: string
  readonly findings: number
}

function rowOf(person: PersonEdit, document: PlanDocument, findings: number): Row {
  const cells = cellsOf(person, document)
  return {
    id: person.id,
    name: person.name,
    email: person.email,
    roles: person.roles.map((role) => en.roles[role]).join(', '),
    team: cells.Team,
    tier: person.tier,
    site: cells.Site,
    shift: cells.Shift,
    limits: cells['Load limits'],
    skills: cells.Skills,
    queues: cells.Queues,
    findings,
  }
}

const figure = { align: 'right', headerAlign: 'right', cellClassName: 'figure' } as const

const columns: GridColDef<Row>[] = [
  { field: 'name', headerName: t.columns.name, flex: 1, minWidth: 140 },
  { field: 'roles', headerName: t.columns.roles, flex: 1, minWidth: 110 },
  { field: 'team', headerName: t.columns.team, flex: 1, minWidth: 110 },
  { field: 'tier', headerName: t.columns.tier, width: 64, ...figure },
  { field: 'site', headerName: t.columns.site, flex: 1, minWidth: 100 },
  { field: 'shift', headerName: t.columns.shift, flex: 1, minWidth: 110 },
  { field: 'limits', headerName: t.columns.limits, flex: 1, minWidth: 120 },
  { field: 'skills', headerName: t.columns.skills, flex: 1.6, minWidth: 160 },
  { field: 'queues', headerName: t.columns.queues, flex: 1.6, minWidth: 150 },
  { field: 'email', headerName: t.columns.email, flex: 1.2, minWidth: 170 },
  {
    field: 'findings',
    headerName: t.columns.findings,
    width: 92,
    ...figure,
    valueFormatter: (n: number) => (n === 0 ? '' : `! ${n}`),
  },
]

/** Everybody of the centre: found, sorted, read from and written for a spreadsheet, handed out as cards. */
export function PeopleRoom({ initial, mayEdit }: { initial: PlanState; mayEdit: boolean }) {
  const [plan, setPlan] = useState(initial)
  const [filter, setFilter] = useState('')
  const [hidden, setHidden] = useState<Record<string, boolean>>({ email: false, shift: false })
  const [reading, setReading] = useState<PeopleReading | null>(null)
  const [trouble, setTrouble] = useState<Refused | null>(null)
  const [busy, setBusy] = useState(false)
  const file = useRef<HTMLInputElement>(null)
  const router = useRouter()
  const store = useLiveStore()
  const notice = useNotice()
  const { document } = plan
  const everybody = useMemo(() => personValues(document, plan.people), [document, plan.people])
  const rows = useMemo(() => {
    const findings = checkPeople(document)
    return everybody.map((person) => rowOf(person, document, findings.get(person.id)?.length ?? 0))
  }, [everybody, document])
  const shown = useMemo(() => {
    const wanted = filter.trim().toLowerCase().split(/\s+/)
    return rows.filter((row) => {
      const text = Object.values(row).join(' ').toLowerCase()
      return wanted.every((word) => text.includes(word))
    })
  }, [rows, filter])
  const chosen = (): PersonEdit[] => {
    const ids = new Set(shown.map(({ id }) => id))
    return everybody.filter(({ id }) => ids.has(id))
  }
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  const publish = async (): Promise<void> => {
    const people = reading?.changes.map(({ after }) => after) ?? []
    setReading(null)
    setBusy(true)
    setTrouble(null)
    try {
      const saved = await requestJson<Saved>('/api/plan/people/many', 'PUT', { draft: plan.draft, people })
      await store?.reached(saved.seq)
      notice(en.plan.published(saved.version), 'done')
      await reload()
    } catch (error) {
      setTrouble(error instanceof Refused ? error : new Refused(en.failed, 0, 'failed'))
    } finally {
      setBusy(false)
    }
  }
  const readFile = async (one: File): Promise<void> => {
    if (one.size > mostBytes) return notice(t.tooLarge)
    const text = (await one.text()).replace(/^\uFEFF/, '')
    setReading(readPeople(Papa.parse<string[]>(text).data, everybody, document))
  }
  const exportTable = (): void =>
    download(
      'people.csv',
      'text/csv',
      `${Papa.unparse(peopleRows(chosen(), document), { newline: '\r\n', escapeFormulae: true })}\r\n`,
    )
  const exportCards = (): void =>
    download(
      'people.vcf',
      'text/vcard',
      writeCards(
        chosen().map((person) => {
          const team = document.teams.find(({ id }) => id === person.teamId)
          return {
            id: person.id,
            name: person.name,
            email: person.email,
            organisation: [document.centre.name, ...(team === undefined ? [] : [team.name])],
            roles: person.roles.map((role) => en.roles[role]),
            zone: document.sites.find(({ id }) => id === person.siteId)?.zone ?? null,
            categories: person.skills.flatMap(
              ({ skillId }) => document.skills.find(({ id }) => id === skillId)?.name ?? [],
            ),
          }
        }),
      ),
    )
  const open = (id: string | number): void => router.push(`/plan?person=${id}`)
  return (
    <Box
      component="main"
      id="contents"
      sx={{ display: 'flex', flexDirection: 'column', gap: 1.25, padding: 1.5, height: 'calc(100dvh - 96px)' }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
        <Typography component="h1" variant="h1">
          {t.title}
        </Typography>
        <Link component={NextLink} href="/plan" variant="body2">
          {t.back}
        </Link>
        <Typography variant="body2" sx={{ color: 'text.secondary', flex: 1 }}>
          {t.shown(shown.length, rows.length)}
        </Typography>
        <TextField
          label={t.filter}
          value={filter}
          onChange={({ target }) => setFilter(target.value)}
          sx={{ width: 220 }}
        />
        <Button onClick={exportTable}>{t.export}</Button>
        <Button onClick={exportCards}>{t.cards}</Button>
        {mayEdit && (
          <>
            <input
              ref={file}
              type="file"
              accept=".csv,text/csv"
              hidden
              onChange={({ target }) => {
                const [one] = target.files ?? []
                target.value = ''
                if (one !== undefined) void readFile(one)
              }}
            />
            <Button onClick={() => file.current?.click()}>{t.import}</Button>
          </>
        )}
      </Box>
      {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
      <Trouble trouble={trouble} onReload={reload} />
      <Paper sx={{ flex: 1, minHeight: 240, border: 1, borderColor: 'divider', overflow: 'hidden' }}>
        <DataGrid<Row>
          rows={shown}
          columns={columns}
          loading={busy}
          density="compact"
          disableColumnFilter
          disableRowSelectionOnClick
          pageSizeOptions={[25, 50, 100]}
          initialState={{ pagination: { paginationModel: { pageSize: 100 } } }}
          columnVisibilityModel={hidden}
          onColumnVisibilityModelChange={setHidden}
          onRowClick={({ id }) => open(id)}
          onCellKeyDown={({ id }, event) => {
            if (event.key === 'Enter') open(id)
          }}
          localeText={{ noRowsLabel: t.empty }}
          sx={{
            border: 0,
            '& .figure': { fontFamily: "'Spline Sans Mono Variable', monospace" },
            '& .MuiDataGrid-row': { cursor: 'pointer' },
          }}
        />
      </Paper>
      <PeopleReadingDialog reading={reading} onClose={() => setReading(null)} onPublish={() => void publish()} />
    </Box>
  )
}
