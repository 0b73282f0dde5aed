'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormHelperText from '@mui/material/FormHelperText'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { createContext, use, type ReactNode } from 'react'
import { en } from '../../../../messages/en.ts'

/** Something that a check found in what is edited, as people read it. */
export interface Found {
  readonly severity: 'fault' | 'warning'
  readonly text: string
  /** The field that it is about, by the name of its part of the form. */
  readonly field?: string
  /** The one action that mends it, where there is one; it changes the form, and saves nothing. */
  readonly mend?: { readonly text: string; readonly act: () => void } | null
}

const FoundHere = createContext<readonly Found[]>([])

/** Within it each field shows what was found about it. */
export const FoundAtFields = ({
  found,
  children,
}: {
  readonly found: readonly Found[]
  readonly children: ReactNode
}) => <FoundHere value={found}>{children}</FoundHere>

/** What was found about one field; nothing where nothing was. */
export function AtField({ name }: { readonly name: string }) {
  const here = use(FoundHere).filter(({ field }) => field === name)
  // Said once, be it found of several people.
  return here
    .filter(({ text }, n) => here.findIndex((one) => one.text === text) === n)
    .map(({ severity, text }) => (
      <FormHelperText key={text} sx={{ color: severity === 'fault' ? 'error.main' : 'warning.main', fontWeight: 650 }}>
        ! {text}
      </FormHelperText>
    ))
}

/** A part of the form with what was found about it below it. */
export const Holding = ({ of, children }: { readonly of: readonly string[]; readonly children: ReactNode }) => (
  <Box sx={{ minWidth: 0 }}>
    {children}
    {of.map((name) => (
      <AtField key={name} name={name} />
    ))}
  </Box>
)

/** What the thing being edited would do: what was found first, each with what mends it. */
export function EffectsPane({
  found,
  stays = false,
  children,
}: {
  readonly found: readonly Found[]
  /** Beside a long form it stays in view. It must hold something that takes the focus, for who scrolls by keyboard. */
  readonly stays?: boolean
  readonly children?: ReactNode
}) {
  return (
    <Paper
      component="section"
      aria-label={en.plan.effects}
      sx={{
        padding: 2.5,
        border: 1,
        borderColor: 'divider',
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1fr)',
        gap: 1.5,
        minWidth: 0,
        ...(stays && {
          position: { md: 'sticky' },
          top: 12,
          maxHeight: { md: 'calc(100dvh - 130px)' },
          overflowY: 'auto',
        }),
      }}
    >
      <Typography variant="h2">{en.plan.effects}</Typography>
      {found.map(({ severity, text, mend }, n) => (
        <Alert
          key={`${text} ${n}`}
          severity={severity === 'fault' ? 'error' : 'warning'}
          action={
            mend == null ? undefined : (
              <Button onClick={mend.act} sx={{ whiteSpace: 'nowrap' }}>
                {mend.text}
              </Button>
            )
          }
        >
          {text}
        </Alert>
      ))}
      {children}
    </Paper>
  )
}
