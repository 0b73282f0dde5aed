'use client'
import Button from '@mui/material/Button'
import { useRef, useState } from 'react'
import { files as t } from '../../messages/files.ts'
import { useNotice } from '../frame/notice.tsx'

/** Chooses a file. While it is read that is said on it, and why it cannot be as a notice. */
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
  onFile: (file: File) => void | Promise<void>
}) {
  const input = useRef<HTMLInputElement>(null)
  const notice = useNotice()
  const [reading, setReading] = useState(false)
  const read = async (file: File): Promise<void> => {
    setReading(true)
    try {
      await onFile(file)
    } catch (error) {
      notice((error as Error).message)
    } finally {
      setReading(false)
    }
  }
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
          if (chosen !== undefined) void read(chosen)
        }}
      />
      <Button
        disabled={disabled}
        aria-busy={reading}
        aria-label={short === undefined ? undefined : label}
        title={short === undefined ? undefined : label}
        onClick={() => {
          if (!reading) input.current?.click()
        }}
      >
        {reading ? t.reading : (short ?? label)}
      </Button>
    </>
  )
}
