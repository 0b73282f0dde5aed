'use client'
import Button from '@mui/material/Button'
import { useRef } from 'react'

/** Chooses a CSV file. */
export function FileButton({
  label,
  accept = '.csv,text/csv',
  onFile,
}: {
  label: string
  accept?: string
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
      <Button onClick={() => input.current?.click()}>{label}</Button>
    </>
  )
}
