import { Stand } from './stand.ts'

/** One centre for all journeys: built web, real database, no traffic but what a journey asks for. */
export default async function setup(): Promise<() => Promise<void>> {
  const stand = await Stand.start({ outside: true })
  process.env.EUDROMOS_E2E_ORIGIN = stand.origin
  process.env.EUDROMOS_E2E_OWNER = stand.place.ownerUrl
  return () => stand.stop()
}
