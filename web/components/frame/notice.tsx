'use client'
import Alert from '@mui/material/Alert'
import Snackbar from '@mui/material/Snackbar'
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react'

type Tell = (text: string, kind?: 'error' | 'done') => void

const NoticeContext = createContext<Tell>(() => undefined)

/** Says one sentence at the foot of the window: an error, or that something is done. */
export const useNotice = (): Tell => useContext(NoticeContext)

export function Notices({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<{ text: string; kind: 'error' | 'done'; key: number } | null>(null)
  const tell = useCallback<Tell>((text, kind = 'error') => setShown({ text, kind, key: Date.now() }), [])
  return (
    <NoticeContext value={tell}>
      {children}
      <Snackbar
        key={shown?.key}
        open={shown !== null}
        autoHideDuration={shown?.kind === 'error' ? null : 6000}
        onClose={(_, reason) => {
          if (reason !== 'clickaway') setShown(null)
        }}
      >
        <Alert severity={shown?.kind === 'error' ? 'error' : 'success'} variant="filled" onClose={() => setShown(null)}>
          {shown?.text}
        </Alert>
      </Snackbar>
    </NoticeContext>
  )
}
