import type { PlanDocument } from './plan.ts'

/** The queues that keep these hours, by name. */
export const usersOfHours = ({ queues }: PlanDocument, hoursId: string): string[] =>
  queues.filter((queue) => queue.hoursId === hoursId).map(({ name }) => name)

/** The hours, shifts and sites that take this calendar, by name. */
export const usersOfCalendar = ({ hours, shifts, sites }: PlanDocument, calendarId: string): string[] =>
  [...hours, ...shifts, ...sites].filter(({ calendarIds }) => calendarIds.includes(calendarId)).map(({ name }) => name)
