'use client'
import Alert from '@mui/material/Alert'
import Chip from '@mui/material/Chip'
import { useState } from 'react'
import { files as t } from '../../messages/files.ts'
import type { FileLimits } from '../../view/files.ts'
import { FileButton } from '../files/file-button.tsx'
import { sizeText } from '../format.ts'

export interface Attaching {
  readonly file: File | null
  readonly clear: () => void
  readonly choose: (file: File) => void
  readonly tooLarge: boolean
  readonly limits: FileLimits
}

/** A file that goes along with what is written next. */
export function useAttaching(limits: FileLimits): Attaching {
  const [file, setFile] = useState<File | null>(null)
  const [tooLarge, setTooLarge] = useState(false)
  return {
    file,
    tooLarge,
    limits,
    clear: () => setFile(null),
    choose: (chosen) => {
      setTooLarge(chosen.size > limits.most)
      if (chosen.size <= limits.most) setFile(chosen)
    },
  }
}

/** What was chosen, with the way to leave it out; or why it was not. */
export function AttachedFile({ attaching: { file, clear, tooLarge, limits } }: { attaching: Attaching }) {
  if (tooLarge) return <Alert severity="warning">{t.tooLarge(limits.most / 1024 / 1024)}</Alert>
  if (file === null) return null
  return (
    <Chip
      label={t.named(file.name, sizeText(file.size))}
      onDelete={clear}
      // Deleted by keyboard as well: with the keys that chips have for it.
      aria-label={t.removable(file.name)}
      sx={{ justifySelf: 'start', maxWidth: '100%' }}
    />
  )
}

export function AttachButton({ attaching, disabled }: { attaching: Attaching; disabled?: boolean }) {
  const pdf = attaching.limits.accept.includes('pdf')
  return (
    <FileButton
      label={pdf ? t.attach : t.attachPicture}
      short={t.attachShort}
      accept={attaching.limits.accept}
      disabled={disabled}
      onFile={attaching.choose}
    />
  )
}
