'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import type { GridColDef, GridInitialState } from '@mui/x-data-grid'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { writeCards } from '@eudromos/core/exchange'
import { checkPeople, mayGive, type PersonEdit, type PlanDocument } from '@eudromos/core/plan'
import { FileButton } from '../../../../../components/files/file-button.tsx'
import { FileDialog } from '../../../../../components/files/file-dialog.tsx'
import { download } from '../../../../../components/download.ts'
import { request } from '../../../../../components/stream/send.ts'
import { en } from '../../../../../messages/en.ts'
import { passwords, person as t, personFile } from '../../../../../messages/people.ts'
import type { PlanState } from '../../../../../server/plan/plan.ts'
import { inBrowser } from '../../bench/in-browser.tsx'
import { Trouble } from '../../form/form-parts.tsx'
import { usePublishing } from '../../form/publishing.ts'
import { matching, readCsv, writeCsv } from '../../table/rows.ts'
import { PlanGrid, TablePage } from '../../table/table-page.tsx'
import { personValues } from '../values.ts'
import { PasswordsDialog } from './passwords-dialog.tsx'
import { cellsOf, peopleRows, readPeople, type PeopleReading } from './person-file.ts'

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

const worstFirst: GridInitialState = { sorting: { sortModel: [{ field: 'findings', sort: 'desc' }] } }

/** Everybody of the centre: found, sorted, read from and written for a spreadsheet, handed out as cards. */
export const PeopleRoom = inBrowser(function PeopleRoom({ initial, mayEdit, self }) {
  const [plan, setPlan] = useState(initial)
  const [filter, setFilter] = useState('')
  const [hidden, setHidden] = useState<Record<string, boolean>>({ email: false, shift: false })
  const [reading, setReading] = useState<PeopleReading | null>(null)
  // Whoever looks for passwords in the search field comes here with them asked for.
  const params = useSearchParams()
  const asked = params.get('passwords') !== null
  const [passwordsOpen, setPasswordsOpen] = useState(false)
  const router = useRouter()
  const { publish, trouble, busy, forget } = usePublishing()
  const { document } = plan
  const everybody = useMemo(() => personValues(document, plan.people), [document, plan.people])
  const rows = useMemo(() => {
    const findings = checkPeople(document)
    return everybody.map((person) => rowOf(person, document, findings.get(person.id)?.length ?? 0))
  }, [everybody, document])
  const shown = useMemo(() => matching(rows, filter), [rows, filter])
  const shownIds = useMemo(() => new Set(shown.map(({ id }) => id)), [shown])
  const chosen = (): PersonEdit[] => everybody.filter(({ id }) => shownIds.has(id))
  // Their own would sign them out; those of administrators only administrators make.
  const passable = plan.people.filter(({ id }) => {
    const ownRoles = document.people.find((one) => one.id === id)?.roles ?? []
    return shownIds.has(id) && id !== self.id && mayGive(self.roles, ownRoles, ownRoles)
  })
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  const take = async (): Promise<void> => {
    const people = reading?.changes.map(({ after }) => after) ?? []
    if (!(await publish('/api/plan/people/many', { draft: plan.draft, people }))) return
    setReading(null)
    await reload()
  }
  const readFile = async (file: File): Promise<void> => setReading(readPeople(await readCsv(file), everybody, document))
  const exportTable = (): void => download('people.csv', 'text/csv', writeCsv(peopleRows(chosen(), document)))
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
            emails: [person.email],
            telephones: [],
            organisation: [document.centre.name, ...(team === undefined ? [] : [team.name])],
            roles: person.roles.map((role) => en.roles[role]),
            zone: document.sites.find(({ id }) => id === person.siteId)?.zone ?? null,
            language: null,
            categories: person.skills.flatMap(
              ({ skillId }) => document.skills.find(({ id }) => id === skillId)?.name ?? [],
            ),
          }
        }),
      ),
    )
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
          <Button onClick={exportTable}>{t.export}</Button>
          <Button onClick={exportCards}>{t.cards}</Button>
          {mayEdit && <Button onClick={() => setPasswordsOpen(true)}>{passwords.open}</Button>}
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
        hrefOf={(id) => `/plan?person=${id}`}
        localeText={{ noRowsLabel: t.empty }}
        initialState={params.has('worst') ? worstFirst : undefined}
      />
      <PasswordsDialog
        people={passable}
        open={mayEdit && (passwordsOpen || asked)}
        onClose={() => {
          setPasswordsOpen(false)
          if (asked) router.replace('/plan/people')
          void reload()
        }}
      />
      <FileDialog
        sums={personFile.sums}
        reading={reading}
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
