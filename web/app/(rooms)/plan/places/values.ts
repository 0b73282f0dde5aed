import type { PlanDocument } from '@eudromos/core/plan'

/** A site or a shift as it is edited: with all the people who sit there, or work it. */
interface WithPeople {
  readonly personIds: readonly string[]
}

export type SiteValue = PlanDocument['sites'][number] & WithPeople
export type ShiftValue = PlanDocument['shifts'][number] & WithPeople

export const blankSite = (id: string, zone: string): SiteValue => ({
  id,
  name: '',
  description: '',
  zone,
  calendarIds: [],
  personIds: [],
})

export const blankShift = (id: string, zone: string): ShiftValue => ({
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
