'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import type { GridColDef } from '@mui/x-data-grid'
import { useMemo, useState } from 'react'
import { checkQueue, couldServe, type PlanDocument } from '@eudromos/core/plan'
import { request } from '../../../../../components/stream/send.ts'
import { en } from '../../../../../messages/en.ts'
import { bulk as t } from '../../../../../messages/plan.ts'
import type { PlanState } from '../../../../../server/plan/plan.ts'
import { inBrowser } from '../../bench/in-browser.tsx'
import { PlanGrid, TablePage } from '../../table/table-page.tsx'
import { textOf } from './bulk.ts'
import { BulkDialog } from './bulk-dialog.tsx'

type Queue = PlanDocument['queues'][number]

interface Row {
  readonly id: string
  readonly name: string
  readonly service: string
  readonly hours: string
  readonly target: string
  readonly window: number
  readonly wrapUp: number
  readonly most: number | null
  readonly priority: number
  readonly selection: string
  readonly people: number
  readonly findings: number
}

const rowOf = (queue: Queue, document: PlanDocument): Row => ({
  id: queue.id,
  name: queue.name,
  service: textOf(queue, 'service', document),
  hours: textOf(queue, 'hoursId', document),
  target: textOf(queue, 'target', document),
  window: queue.answerWindowSeconds,
  wrapUp: queue.wrapUpSeconds,
  most: queue.mostWaiting,
  priority: queue.priority,
  selection: textOf(queue, 'selection', document),
  people: couldServe(queue, document).length,
  findings: checkQueue(queue, document).length,
})

const figure = { align: 'right', headerAlign: 'right', cellClassName: 'figure' } as const

const columns: GridColDef<Row>[] = [
  { field: 'name', headerName: t.columns.name, flex: 1.3, minWidth: 150 },
  { field: 'service', headerName: t.columns.service, flex: 1, minWidth: 100 },
  { field: 'hours', headerName: t.columns.hours, flex: 1.2, minWidth: 110 },
  { field: 'selection', headerName: t.columns.selection, flex: 1, minWidth: 100 },
  { field: 'target', headerName: t.columns.target, width: 134, ...figure },
  { field: 'window', headerName: t.columns.window, width: 92, ...figure },
  { field: 'wrapUp', headerName: t.columns.wrapUp, width: 98, ...figure },
  { field: 'most', headerName: t.columns.most, width: 108, ...figure },
  { field: 'priority', headerName: t.columns.priority, width: 80, ...figure },
  { field: 'people', headerName: t.columns.people, width: 104, ...figure },
  {
    field: 'findings',
    headerName: t.columns.findings,
    width: 88,
    ...figure,
    valueFormatter: (n: number) => (n === 0 ? '' : `! ${n}`),
  },
]

/** All queues side by side; of those ticked, one field is changed at once. */
export const QueuesRoom = inBrowser(function QueuesRoom({ initial, mayEdit }) {
  const [plan, setPlan] = useState(initial)
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [changing, setChanging] = useState(false)
  const { document } = plan
  const rows = useMemo(() => document.queues.map((queue) => rowOf(queue, document)), [document])
  const chosen = document.queues.filter(({ id }) => ticked.has(id))
  const reload = async (): Promise<void> => setPlan(await request<PlanState>('/api/plan/queues'))
  return (
    <TablePage
      title={t.title}
      back={t.back}
      under={mayEdit ? t.help : t.helpReading}
      actions={
        mayEdit && (
          <Button variant="contained" disabled={chosen.length === 0} onClick={() => setChanging(true)}>
            {t.selected(chosen.length)}
          </Button>
        )
      }
    >
      {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
      <PlanGrid<Row>
        rows={rows}
        columns={columns}
        checkboxSelection={mayEdit}
        rowSelectionModel={{ type: 'include', ids: new Set(ticked) }}
        onRowSelectionModelChange={({ type, ids }) =>
          setTicked(new Set(document.queues.map(({ id }) => id).filter((id) => ids.has(id) === (type === 'include'))))
        }
        hrefOf={(id) => `/plan?queue=${id}`}
      />
      {changing && <BulkDialog queues={chosen} plan={plan} onClose={() => setChanging(false)} onReload={reload} />}
    </TablePage>
  )
})
