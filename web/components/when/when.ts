import type { SxProps, Theme } from '@mui/material/styles'
import type { ReactNode } from 'react'

/** What a field asks for, and how it is written: as in ISO 8601, to the minute. */
export const formatOf = { date: 'YYYY-MM-DD', time: 'HH:mm', dateTime: 'YYYY-MM-DDTHH:mm' } as const

export interface WhenFieldProps {
  readonly kind: keyof typeof formatOf
  readonly label: string
  /** In the format of its kind, or '' while there is none. */
  readonly value: string
  readonly onChange: (value: string) => void
  readonly error?: boolean
  readonly helperText?: ReactNode
  readonly sx?: SxProps<Theme>
}
