import { redirect } from 'next/navigation'
import type { ReactNode } from 'react'
import { Frame } from '../../components/frame/frame.tsx'
import { whoIs } from '../../server/edge/who.ts'

export default async function RoomsLayout({ children }: { children: ReactNode }) {
  const who = await whoIs()
  if (who === null) redirect('/sign-in')
  return <Frame person={who}>{children}</Frame>
}
