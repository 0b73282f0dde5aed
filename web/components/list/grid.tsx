'use client'
import { DataGrid, type DataGridProps, type GridValidRowModel } from '@mui/x-data-grid'
import { useNonce } from '../../theme/registry.tsx'

/** The grid of all lists, with what the page's policy asks of its styles. */
export default function Grid<R extends GridValidRowModel>(props: DataGridProps<R>) {
  return <DataGrid<R> nonce={useNonce()} {...props} />
}
