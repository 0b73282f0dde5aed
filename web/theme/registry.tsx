'use client'
import CssBaseline from '@mui/material/CssBaseline'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import { ThemeProvider } from '@mui/material/styles'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import { createContext, useContext, useState, type ReactNode } from 'react'
import { theme } from './theme.ts'

const Nonce = createContext('')

/** What a style that a library puts in the page carries: the policy of the page lets no other in. */
export const useNonce = (): string => useContext(Nonce)

export function ThemeRegistry({ nonce, children }: { nonce: string; children: ReactNode }) {
  // The policy that holds is that of the document, whatever comes with a later answer.
  const [first] = useState(nonce)
  return (
    <AppRouterCacheProvider options={{ enableCssLayer: true, nonce }}>
      <InitColorSchemeScript attribute="data-scheme" nonce={nonce} />
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <Nonce value={first}>{children}</Nonce>
      </ThemeProvider>
    </AppRouterCacheProvider>
  )
}
