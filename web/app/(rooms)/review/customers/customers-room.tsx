'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { DataGrid, type GridColDef, type GridSortModel } from '@mui/x-data-grid'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useDeferredValue, useMemo, useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import type { CustomerRow } from '@eudromos/database'
import { useFetched } from '../../../../components/fetched.ts'
import { timeText } from '../../../../components/format.ts'
import type { BlockView } from '../../../../view/customer.ts'
import { BlockedNow } from './blocks.tsx'
import { CustomerFile } from './customer-file.tsx'
import { customers as t } from '../../../../messages/customers.ts'

const columnsIn = (zone: string): GridColDef<CustomerRow>[] => [
  { field: 'name', headerName: t.columns.name, flex: 1, minWidth: 160 },
  {
    field: 'addresses',
    headerName: t.columns.addresses,
    flex: 1,
    minWidth: 180,
    sortable: false,
    valueFormatter: (addresses: readonly string[]) => addresses.map(shownNumber).join(', '),
  },
  {
    field: 'conversations',
    headerName: t.columns.conversations,
    width: 130,
    align: 'right',
    headerAlign: 'right',
    cellClassName: 'figure',
  },
  {
    field: 'lastAt',
    headerName: t.columns.lastAt,
    width: 170,
    cellClassName: 'figure',
    valueFormatter: (at: number | null) => (at === null ? '' : timeText(at, zone, 0)),
  },
  {
    field: 'doNotContact',
    headerName: t.columns.contact,
    sortable: false,
    width: 170,
    valueFormatter: (wantsNone: boolean) => (wantsNone ? t.wantsNone : ''),
  },
]

/** All customers: found and paged by the server, whatever their number. */
export function CustomersRoom({
  zone,
  blocks,
  mayExport,
}: {
  zone: string
  blocks: readonly BlockView[]
  mayExport: boolean
}) {
  const router = useRouter()
  const params = useSearchParams()
  const [find, setFind] = useState(params.get('find') ?? '')
  const [model, setModel] = useState({ page: 0, pageSize: 50 })
  const [sort, setSort] = useState<GridSortModel>([{ field: 'name', sort: 'asc' }])
  const [taken, setTaken] = useState(0)
  const asked = useDeferredValue(find.trim())
  const query = new URLSearchParams({
    find: asked,
    page: String(model.page),
    size: String(model.pageSize),
    sort: sort[0]?.field ?? 'name',
    direction: sort[0]?.sort ?? 'asc',
    // What was taken in is shown.
    ...(taken > 0 && { taken: String(taken) }),
  })
  const { value, error, busy } = useFetched<{ rows: CustomerRow[]; total: number; more: boolean }>(
    `/api/customers?${query}`,
    { keep: true },
  )
  const columns = useMemo(() => columnsIn(zone), [zone])
  return (
    <Box component="main" id="contents" sx={{ padding: 1.5, display: 'grid', gap: 1.5 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">{t.title}</Typography>
        <Button component={Link} href="/review">
          {t.records}
        </Button>
        <TextField
          size="small"
          label={t.find}
          value={find}
          onChange={({ target }) => {
            setFind(target.value)
            setModel({ ...model, page: 0 })
          }}
          sx={{ width: 280 }}
        />
        <Typography role="status" sx={{ color: 'text.secondary' }}>
          {value === null ? '' : t.total(value.total, value.more)}
        </Typography>
        {mayExport && (
          <Box sx={{ marginInlineStart: 'auto', display: 'flex', gap: 1 }}>
            <CustomerFile onTaken={() => setTaken(taken + 1)} />
            {(['csv', 'vcf'] as const).map((format) => (
              <Button key={format} href={`/api/customers/export?${new URLSearchParams({ find: asked, format })}`}>
                {t.exportAs[format]}
              </Button>
            ))}
          </Box>
        )}
      </Box>
      <BlockedNow blocks={blocks} zone={zone} />
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Paper sx={{ border: 1, borderColor: 'divider', height: 'calc(100dvh - 190px)' }}>
        <DataGrid
          aria-label={t.title}
          rows={value?.rows ?? []}
          columns={columns}
          rowCount={value?.total ?? 0}
          loading={busy}
          density="compact"
          paginationMode="server"
          sortingMode="server"
          sortModel={sort}
          onSortModelChange={setSort}
          disableColumnFilter
          paginationModel={model}
          pageSizeOptions={[25, 50, 100]}
          onPaginationModelChange={setModel}
          onRowClick={({ id }) => router.push(`/review/customers/${encodeURIComponent(String(id))}`)}
          onCellKeyDown={({ id }, event) => {
            if (event.key === 'Enter') router.push(`/review/customers/${encodeURIComponent(String(id))}`)
          }}
          localeText={{ noRowsLabel: asked === '' ? t.empty : t.none }}
          sx={{ border: 0, '& .MuiDataGrid-row': { cursor: 'pointer' } }}
        />
      </Paper>
    </Box>
  )
}
