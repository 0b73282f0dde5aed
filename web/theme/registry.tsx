'use client'
import CssBaseline from '@mui/material/CssBaseline'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import { ThemeProvider } from '@mui/material/styles'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import type { ReactNode } from 'react'
import { theme } from './theme.ts'

export function ThemeRegistry({ nonce, children }: { nonce: string; children: ReactNode }) {
  return (
    <AppRouterCacheProvider options={{ enableCssLayer: true, nonce }}>
      <InitColorSchemeScript attribute="data-scheme" nonce={nonce} />
      <ThemeProvider theme={theme}>
        <CssBaseline />
        {children}
      </ThemeProvider>
    </AppRouterCacheProvider>
  )
}
