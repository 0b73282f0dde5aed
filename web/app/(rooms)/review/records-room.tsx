'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { GridColDef } from '@mui/x-data-grid'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { channels, type Channel } from '@eudromos/core/plan'
import { useFetched, useInBrowser, type First } from '../../../components/fetched.ts'
import { useWordsInAddress } from '../../../components/words-in-address.ts'
import { ExportButton } from '../../../components/export-button.tsx'
import { ListGrid } from '../../../components/list/list-grid.tsx'
import { clockText, timeText } from '../../../components/format.ts'
import { WhenField } from '../../../components/when/when-field.tsx'
import { oneOf } from '../../../messages/channels.ts'
import { customers } from '../../../messages/customers.ts'
import { en } from '../../../messages/en.ts'
import { recordQuery } from './record-query.ts'

interface Named {
  readonly id: string
  readonly name: string
}

interface Row {
  readonly id: string
  readonly arrivedAt: number
  readonly customerName: string
  readonly queueName: string
  readonly agentName: string | null
  readonly channel: Channel
  readonly outcome: keyof typeof en.records.outcomes
  readonly waitMs: number | null
  readonly talkMs: number | null
  readonly wrapUpMs: number | null
  readonly messages: number
  readonly dispositionName: string | null
}

interface Listed {
  readonly rows: readonly Row[]
  readonly total: number
  /** Whether there are others than are counted. */
  readonly more: boolean
  /** Whether so many customers match that only the newest were searched. */
  readonly newestOnly: boolean
  readonly upTo: number | null
}

const t = en.records
const settleMs = 500
const none: readonly Row[] = []
const fields = ['from', 'to', 'channel', 'queueId', 'agentId', 'outcome', 'tag'] as const
const columnStore = 'eudromos.records.columns'

const keptColumns = (): Record<string, boolean> =>
  typeof localStorage === 'undefined'
    ? {}
    : (JSON.parse(localStorage.getItem(columnStore) ?? '{}') as Record<string, boolean>)

const duration = (ms: number | null): string => (ms === null ? '' : clockText(ms))

function columnsIn(zone: string): GridColDef<Row>[] {
  const figure = { align: 'right', headerAlign: 'right', cellClassName: 'figure' } as const
  return [
    {
      field: 'arrivedAt',
      headerName: t.columns.arrivedAt,
      width: 160,
      cellClassName: 'figure',
      valueFormatter: (at: number) => timeText(at, zone, 0),
    },
    {
      field: 'customer',
      headerName: t.columns.customer,
      flex: 1,
      minWidth: 120,
      valueGetter: (_, row) => row.customerName || t.erased,
    },
    {
      field: 'channel',
      headerName: t.columns.channel,
      width: 96,
      valueFormatter: (value: Row['channel']) => oneOf(value),
    },
    { field: 'queue', headerName: t.columns.queue, flex: 1, minWidth: 130, valueGetter: (_, row) => row.queueName },
    {
      field: 'outcome',
      headerName: t.columns.outcome,
      width: 110,
      valueFormatter: (value: Row['outcome']) => t.outcomes[value],
    },
    {
      field: 'agent',
      headerName: t.columns.agent,
      flex: 1,
      minWidth: 120,
      valueGetter: (_, row) => row.agentName ?? '',
    },
    { field: 'waitMs', headerName: t.columns.wait, width: 84, ...figure, valueFormatter: duration },
    { field: 'talkMs', headerName: t.columns.talk, width: 84, ...figure, valueFormatter: duration },
    {
      field: 'wrapUpMs',
      headerName: t.columns.wrapUp,
      width: 96,
      sortable: false,
      ...figure,
      valueFormatter: duration,
    },
    { field: 'messages', headerName: t.columns.messages, width: 104, ...figure },
    { field: 'dispositionName', headerName: t.columns.disposition, flex: 1, minWidth: 120, sortable: false },
  ]
}

/** All records: filtered, sorted and paged by the server, whatever their number. The address holds what is shown. */
export function RecordsRoom({
  zone,
  queues,
  agents,
  tags,
  first,
}: {
  zone: string
  queues: readonly Named[]
  agents: readonly Named[]
  /** What lines mark records with. */
  tags: readonly string[]
  /** What is shown before anything else. */
  first: First<Listed> | null
}) {
  const params = useSearchParams()
  const router = useRouter()
  const [again, setAgain] = useState(0)
  const [chosen, setChosen] = useState(keptColumns)
  const inBrowser = useInBrowser()
  const hidden = inBrowser ? chosen : {}
  const set = useCallback(
    (changes: Record<string, string>) => {
      const next = new URLSearchParams(params)
      for (const [name, value] of Object.entries(changes))
        if (value === '') next.delete(name)
        else next.set(name, value)
      if (!('page' in changes)) next.delete('page')
      router.replace(`/review?${next}${location.hash}`, { scroll: false })
    },
    [params, router],
  )
  const [find, setFind] = useWordsInAddress()
  const query = useMemo(() => recordQuery(new URLSearchParams(params), zone), [params, zone])
  const page = Number(params.get('page') ?? 0)
  // What comes in while one turns the pages moves none of them.
  const [begun, setBegun] = useState<number | null>(null)
  const upTo = page > 0 && begun !== null ? `&upTo=${begun}` : ''
  const { value, error, busy } = useFetched<Listed>(
    `/api/records?${query}${upTo}${again > 0 ? `&again=${again}` : ''}`,
    { keep: true, first, find },
  )
  if (page === 0 && value !== null && value.upTo !== begun) setBegun(value.upTo)
  // The rows come first: what dates are picked with is large.
  const there = value !== null || error !== null
  const [settled, setSettled] = useState(false)
  useEffect(() => {
    if (!there) return
    const timer = setTimeout(() => setSettled(true), settleMs)
    return () => clearTimeout(timer)
  }, [there])
  const rows = value?.rows ?? none
  const { total, more, newestOnly } = value ?? { total: 0, more: false, newestOnly: false }
  const order = params.get('sort') ?? 'arrivedAt'
  const columns = useMemo(() => columnsIn(zone), [zone])
  const filtered = find !== '' || fields.some((name) => params.has(name))
  const choice = (name: 'channel' | 'queueId' | 'agentId' | 'tag', label: string, options: readonly Named[]) => (
    <TextField
      select
      label={label}
      value={params.get(name) ?? ''}
      onChange={({ target }) => set({ [name]: target.value })}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      sx={{ minWidth: 150, flex: 1 }}
    >
      <MenuItem value="">{t.all}</MenuItem>
      {(inBrowser ? options : options.filter(({ id }) => id === params.get(name))).map(({ id, name: text }) => (
        <MenuItem key={id} value={id}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  )
  return (
    <Box
      component="main"
      id="contents"
      sx={{ padding: 1.5, display: 'flex', flexDirection: 'column', gap: 1.25, height: 'calc(100dvh - 97px)' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
        <Typography variant="h1">{t.title}</Typography>
        <Typography sx={{ color: 'text.secondary', flex: 1 }}>
          {[
            t.total(total, more),
            ...(more && order !== 'arrivedAt' ? [t.newestSorted(total)] : []),
            ...(newestOnly ? [t.newestSearched] : []),
          ].join('. ')}
        </Typography>
        <Button component={Link} href="/review/customers">
          {customers.title}
        </Button>
        <ExportButton action={`/api/records/export?${query}`} find={find}>
          {t.export}
        </ExportButton>
      </Box>
      <Box role="search" sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap' }}>
        {(['from', 'to'] as const).map((name) => (
          <WhenField
            key={name}
            kind="dateTime"
            ready={settled}
            label={t[name]}
            value={params.get(name) ?? ''}
            onChange={(value) => set({ [name]: value })}
            sx={{ width: 230 }}
          />
        ))}
        {choice(
          'channel',
          t.channel,
          channels.map((channel) => ({ id: channel, name: oneOf(channel) })),
        )}
        {choice('queueId', t.queue, queues)}
        {choice('agentId', t.agent, agents)}
        {tags.length > 0 &&
          choice(
            'tag',
            t.tag,
            tags.map((tag) => ({ id: tag, name: tag })),
          )}
        <TextField
          select
          label={t.outcome}
          value={params.get('outcome') ?? ''}
          onChange={({ target }) => set({ outcome: target.value })}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ minWidth: 120 }}
        >
          <MenuItem value="">{t.all}</MenuItem>
          {Object.entries(t.outcomes).map(([value, text]) => (
            <MenuItem key={value} value={value}>
              {text}
            </MenuItem>
          ))}
        </TextField>
        <CustomerFilter
          value={find}
          onChange={(words) => {
            setFind(words)
            if (params.has('page')) set({})
          }}
        />
        {filtered && (
          <Button
            onClick={() => {
              setFind('')
              router.replace('/review', { scroll: false })
            }}
          >
            {t.clear}
          </Button>
        )}
      </Box>
      {error !== null && (
        <Alert severity="error" action={<Button onClick={() => setAgain(again + 1)}>{en.retry}</Button>}>
          {error}
        </Alert>
      )}
      <ListGrid<Row>
        rows={rows}
        columns={columns}
        loading={busy}
        rowCount={total}
        paginationMode="server"
        sortingMode="server"
        filterMode="server"
        columnVisibilityModel={hidden}
        onColumnVisibilityModelChange={(model) => {
          setChosen(model)
          localStorage.setItem(columnStore, JSON.stringify(model))
        }}
        paginationModel={{ page, pageSize: Number(params.get('size') ?? 50) }}
        onPaginationModelChange={({ page, pageSize }) => set({ page: String(page), size: String(pageSize) })}
        sortModel={[{ field: order, sort: params.get('direction') === 'asc' ? 'asc' : 'desc' }]}
        onSortModelChange={([sort]) => set({ sort: sort?.field ?? '', direction: sort?.sort ?? '' })}
        hrefOf={(id) => `/review/${id}`}
        localeText={{ noRowsLabel: filtered ? t.none : t.empty }}
      />
    </Box>
  )
}

function CustomerFilter({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  const [text, setText] = useState(value)
  const [known, setKnown] = useState(value)
  if (value !== known) {
    setKnown(value)
    setText(value)
  }
  useEffect(() => {
    if (text === value) return
    const timer = setTimeout(() => onChange(text), 300)
    return () => clearTimeout(timer)
  }, [text, value, onChange])
  return (
    <TextField
      label={t.customer}
      value={text}
      onChange={({ target }) => setText(target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
      sx={{ width: 170 }}
    />
  )
}
