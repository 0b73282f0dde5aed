import type { PlanDocument, PersonId, ShiftId, SiteId } from '@eudromos/core/plan'

/** A site or a shift as it is edited: with all the people who sit there, or work it. */
interface WithPeople {
  readonly personIds: readonly PersonId[]
}

export type SiteValue = PlanDocument['sites'][number] & WithPeople
export type ShiftValue = PlanDocument['shifts'][number] & WithPeople

export const blankSite = (id: SiteId, zone: string): SiteValue => ({
  id,
  name: '',
  description: '',
  zone,
  calendarIds: [],
  personIds: [],
})

export const blankShift = (id: ShiftId, zone: string): ShiftValue => ({
  id,
  name: '',
  description: '',
  zone,
  weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
  exceptions: [],
  calendarIds: [],
  pauses: [],
  personIds: [],
})
