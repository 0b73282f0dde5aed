/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import { AppRouterContext, type AppRouterInstance } from 'next/dist/shared/lib/app-router-context.shared-runtime'
import { ListGrid } from './list-grid.tsx'

const router = { push: () => undefined } as unknown as AppRouterInstance

async function pointerEvents(loading: boolean): Promise<string> {
  const grid = (
    <ListGrid
      aria-label="All"
      rows={[{ id: 'r1', name: 'Person 1' }]}
      columns={[{ field: 'name', headerName: 'Name' }]}
      loading={loading}
      hrefOf={(id) => `/one/${id}`}
    />
  )
  const { unmount } = render(<AppRouterContext value={router}>{grid}</AppRouterContext>)
  const row = (await screen.findByText('Person 1')).closest('[data-id]')
  const style = row === null ? '' : getComputedStyle(row).pointerEvents
  unmount()
  return style
}

test('rows that are about to go for others cannot be chosen', async () => {
  expect(await pointerEvents(false)).not.toBe('none')
  expect(await pointerEvents(true)).toBe('none')
})
