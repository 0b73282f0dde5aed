import type { LineId } from '@eudromos/core/plan'
import { runtime } from '../../../server/runtime/runtime.ts'
import { FerrySite } from './ferry-site.tsx'
import { PlainSite } from './plain-site.tsx'

/** The line of the made-up ferry company, whose page stands around its chat box. */
const ferryLine = 'skerrow-site'

/** The centre's own page, as far as there is one: anyone may open it, as any customer would. */
export default async function SitePage({ searchParams }: { searchParams: Promise<{ line?: string | string[] }> }) {
  const { line } = await searchParams
  const { follower } = await runtime()
  const { document } = follower
  const zone = document?.centre.zone ?? 'UTC'
  const name = document?.centre.name ?? ''
  const lineId = typeof line === 'string' ? (line as LineId) : null
  const isFerry = document?.lines.some(({ id }) => id === ferryLine) === true
  return (
    <>
      <title>{name}</title>
      {isFerry ? <FerrySite zone={zone} lineId={lineId} /> : <PlainSite name={name} zone={zone} lineId={lineId} />}
    </>
  )
}
