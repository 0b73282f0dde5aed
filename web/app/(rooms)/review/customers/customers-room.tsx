'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { GridColDef, GridSortModel } from '@mui/x-data-grid'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import type { CustomerRow } from '@eudromos/database'
import { useFetched, type First } from '../../../../components/fetched.ts'
import { useWordsInAddress } from '../../../../components/words-in-address.ts'
import { ExportButton } from '../../../../components/export-button.tsx'
import { ListGrid } from '../../../../components/list/list-grid.tsx'
import { timeText } from '../../../../components/format.ts'
import type { BlockView } from '../../../../view/customer.ts'
import { BlockedNow } from './blocks.tsx'
import { customerQuery, firstAsked } from './customer-query.ts'
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

interface Listed {
  readonly rows: readonly CustomerRow[]
  readonly total: number
  /** Whether there are others than are counted. */
  readonly more: boolean
}

/** All customers: found and paged by the server, whatever their number. */
export function CustomersRoom({
  zone,
  first,
  blocks,
  mayExport,
}: {
  zone: string
  /** What is shown before anything else. */
  first: First<Listed> | null
  blocks: readonly BlockView[]
  mayExport: boolean
}) {
  const [find, setFind] = useWordsInAddress()
  const [model, setModel] = useState({ page: firstAsked.page, pageSize: firstAsked.size })
  const [sort, setSort] = useState<GridSortModel>([{ field: 'name', sort: 'asc' }])
  const [taken, setTaken] = useState(0)
  // At once, and not deferred: rows that these words have not found are about to go, and cannot be chosen.
  const asked = find.trim()
  const query = customerQuery({
    page: model.page,
    size: model.pageSize,
    sort: sort[0]?.field ?? firstAsked.sort,
    direction: sort[0]?.sort ?? firstAsked.direction,
  })
  // What was taken in is shown.
  const { value, error, busy } = useFetched<Listed>(`/api/customers?${query}${taken > 0 ? `&taken=${taken}` : ''}`, {
    keep: true,
    first,
    find: asked,
  })
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
              <ExportButton key={format} action={`/api/customers/export?format=${format}`} find={asked}>
                {t.exportAs[format]}
              </ExportButton>
            ))}
          </Box>
        )}
      </Box>
      <BlockedNow blocks={blocks} zone={zone} />
      {error !== null && <Alert severity="error">{error}</Alert>}
      <ListGrid<CustomerRow>
        aria-label={t.title}
        rows={value?.rows ?? []}
        columns={columns}
        rowCount={value?.total ?? 0}
        loading={busy}
        paginationMode="server"
        sortingMode="server"
        sortModel={sort}
        onSortModelChange={setSort}
        paginationModel={model}
        onPaginationModelChange={setModel}
        hrefOf={(id) => `/review/customers/${encodeURIComponent(id)}`}
        localeText={{ noRowsLabel: asked === '' ? t.empty : t.none }}
        sx={{ height: 'calc(100dvh - 190px)' }}
      />
    </Box>
  )
}
