'use client'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { sayIn, type Language } from '../../messages/told/say.ts'
import { Told } from '../told.tsx'

interface FrameProps {
  /** What its customer reads; null: it is not known yet. */
  readonly language: Language | null
  readonly children?: ReactNode
}

/** What stands around all that a chat box shows. */
export function Frame({ language, children }: FrameProps) {
  const title = language === null ? '' : sayIn(language)('chat.title')
  return (
    <Told value={language ?? 'en'}>
      <Paper
        component="section"
        lang={language ?? undefined}
        aria-label={title}
        sx={{
          height: '100%',
          display: 'flex',
          flexDirection: 'column',
          border: 1,
          borderColor: 'divider',
          overflow: 'hidden',
        }}
      >
        <Typography variant="h2" sx={{ padding: 1.5, borderBottom: 1, borderColor: 'divider' }}>
          {title}
        </Typography>
        {children}
      </Paper>
    </Told>
  )
}
