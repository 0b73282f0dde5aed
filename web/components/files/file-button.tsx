'use client'
import Button from '@mui/material/Button'
import { useRef, useState } from 'react'
import { files as t } from '../../messages/files.ts'
import type { Count } from '../../view/counted.ts'
import { useNotice } from '../frame/notice.tsx'
import { useTold } from '../told.tsx'

/** Chooses a file. While it is read that is said on it, with how far it is, and why it cannot be as a notice. */
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
  onFile: (file: File, count: Count) => void | Promise<void>
}) {
  const input = useRef<HTMLInputElement>(null)
  const notice = useNotice()
  const told = useTold()
  /** How it is said that a file is read; null while none is. */
  const [reading, setReading] = useState<string | null>(null)
  const read = async (file: File): Promise<void> => {
    setReading(told('chat.reading'))
    try {
      await onFile(file, (...far) => setReading(t.far(...far)))
    } catch (error) {
      notice((error as Error).message)
    } finally {
      setReading(null)
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
        aria-busy={reading !== null}
        aria-label={short === undefined ? undefined : label}
        title={short === undefined ? undefined : label}
        onClick={() => {
          if (reading === null) input.current?.click()
        }}
      >
        {reading ?? short ?? label}
      </Button>
    </>
  )
}
