'use client'
import Button from '@mui/material/Button'
import { useRef } from 'react'

/** Chooses a file. */
export function FileButton({
  label,
  short,
  accept = '.csv,text/csv',
  disabled,
  onFile,
}: {
  label: string
  /** What stands on it, where there is little room: a word of the label. */
  short?: string
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
      <Button
        disabled={disabled}
        aria-label={short === undefined ? undefined : label}
        title={short === undefined ? undefined : label}
        onClick={() => input.current?.click()}
      >
        {short ?? label}
      </Button>
    </>
  )
}
