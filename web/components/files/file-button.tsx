'use client'
import Button from '@mui/material/Button'
import { useRef } from 'react'

/** Chooses a file. */
export function FileButton({
  label,
  accept = '.csv,text/csv',
  disabled,
  onFile,
}: {
  label: string
  accept?: string
  disabled?: boolean
  onFile: (file: File) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        onChange={({ target }) => {
          const [chosen] = target.files ?? []
          target.value = ''
          if (chosen !== undefined) onFile(chosen)
        }}
      />
      <Button disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </Button>
    </>
  )
}
