import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/spline-sans-mono'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { staffLanguage } from '../messages/words.ts'
import { ThemeRegistry } from '../theme/registry.tsx'

export const dynamic = 'force-dynamic'

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? ''
  return (
    <html lang={staffLanguage} suppressHydrationWarning>
      <body>
        <ThemeRegistry nonce={nonce}>{children}</ThemeRegistry>
      </body>
    </html>
  )
}
