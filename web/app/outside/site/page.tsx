import { runtime } from '../../../server/runtime.ts'
import { FerrySite } from './ferry-site.tsx'

/** The made-up ferry company's page: anyone may open it, as any customer would. */
export default async function SitePage({ searchParams }: { searchParams: Promise<{ line?: string | string[] }> }) {
  const { line } = await searchParams
  const { follower } = await runtime()
  return (
    <>
      <title>Skerrow Ferries</title>
      <FerrySite zone={follower.document?.centre.zone ?? 'UTC'} lineId={typeof line === 'string' ? line : null} />
    </>
  )
}
