import type { Metadata } from 'next'
import { runtime } from '../../../server/runtime.ts'
import { FerrySite } from './ferry-site.tsx'

export const metadata: Metadata = { title: { absolute: 'Skerrow Ferries' } }

/** The made-up ferry company's page: anyone may open it, as any customer would. */
export default async function SitePage({ searchParams }: { searchParams: Promise<{ line?: string | string[] }> }) {
  const { line } = await searchParams
  const { follower } = await runtime()
  return <FerrySite zone={follower.document?.centre.zone ?? 'UTC'} lineId={typeof line === 'string' ? line : null} />
}
