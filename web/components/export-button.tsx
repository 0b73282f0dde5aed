'use client'
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'

interface ExportButtonProps {
  readonly action: string
  /** The words by which what is in it is found: they stand in no address. */
  readonly find: string
  readonly children: ReactNode
}

/** Gets a file; the page stays. */
export function ExportButton({ action, find, children }: ExportButtonProps) {
  return (
    <form method="post" action={action}>
      <input type="hidden" name="find" value={find} />
      <Button type="submit">{children}</Button>
    </form>
  )
}
