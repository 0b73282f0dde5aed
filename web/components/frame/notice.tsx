'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Snackbar from '@mui/material/Snackbar'
import { createContext, useCallback, useContext, useState, type ReactNode } from 'react'

/** How what was done is undone. */
export interface Undo {
  readonly label: string
  readonly act: () => Promise<void>
}

type Tell = (text: string, kind?: 'error' | 'done', undo?: Undo) => void

const NoticeContext = createContext<Tell>(() => undefined)

/** Says one sentence at the foot of the window: an error, or that something is done and how it is undone. */
export const useNotice = (): Tell => useContext(NoticeContext)

interface Shown {
  readonly text: string
  readonly kind: 'error' | 'done'
  readonly undo?: Undo
  readonly key: number
}

export function Notices({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Shown | null>(null)
  const tell = useCallback<Tell>((text, kind = 'error', undo) => setShown({ text, kind, undo, key: Date.now() }), [])
  const undo = shown?.undo
  const close = (): void => setShown(null)
  return (
    <NoticeContext value={tell}>
      {children}
      <Snackbar
        key={shown?.key}
        open={shown !== null}
        autoHideDuration={shown?.kind === 'error' ? null : undo === undefined ? 6000 : 12_000}
        onClose={(_, reason) => {
          if (reason !== 'clickaway') close()
        }}
      >
        <Alert
          severity={shown?.kind === 'error' ? 'error' : 'success'}
          variant="filled"
          onClose={close}
          action={
            undo === undefined ? undefined : (
              <Button
                color="inherit"
                onClick={() => {
                  close()
                  undo.act().catch((error: Error) => tell(error.message))
                }}
              >
                {undo.label}
              </Button>
            )
          }
        >
          {shown?.text}
        </Alert>
      </Snackbar>
    </NoticeContext>
  )
}
