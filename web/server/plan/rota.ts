import 'server-only'
import { may } from '@eudromos/core/plan'
import type { RotaPlan } from '@eudromos/core/rota'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

/** What of the published plan says who is in: all of it for those who see the centre, for an agent what is their own. */
export function readRota({ follower }: Runtime, who: Who): RotaPlan {
  const { document, state } = follower
  if (document === null) return { centre: { zone: 'UTC' }, sites: [], shifts: [], calendars: [] }
  const { sites, shifts, calendars } = document
  const centre = { zone: document.centre.zone }
  if (may(who.roles, 'live.view')) return { centre, sites, shifts, calendars }
  const own = state.lookup.people.get(who.id)
  const ownSites = sites.filter(({ id }) => id === own?.siteId)
  const ownShifts = shifts.filter(({ id }) => id === own?.shiftId)
  const taken = new Set([...ownSites, ...ownShifts].flatMap(({ calendarIds }) => calendarIds))
  return { centre, sites: ownSites, shifts: ownShifts, calendars: calendars.filter(({ id }) => taken.has(id)) }
}
