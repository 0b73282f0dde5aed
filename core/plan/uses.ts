import type { PlanDocument } from './plan.ts'

/** The queues that keep these hours, by name. */
export const usersOfHours = ({ queues }: PlanDocument, hoursId: string): string[] =>
  queues.filter((queue) => queue.hoursId === hoursId).map(({ name }) => name)

/** The hours, shifts and sites that take this calendar, by name. */
export const usersOfCalendar = ({ hours, shifts, sites }: PlanDocument, calendarId: string): string[] =>
  [...hours, ...shifts, ...sites].filter(({ calendarIds }) => calendarIds.includes(calendarId)).map(({ name }) => name)

/** The ids of the people who sit at this site. */
export const peopleOfSite = ({ people }: PlanDocument, siteId: string): string[] =>
  people.filter((person) => person.siteId === siteId).map(({ id }) => id)

/** The ids of the people who work this shift. */
export const peopleOfShift = ({ people }: PlanDocument, shiftId: string): string[] =>
  people.filter((person) => person.shiftId === shiftId).map(({ id }) => id)
