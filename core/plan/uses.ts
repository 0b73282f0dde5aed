import type { CalendarId, HoursId, TeamId } from '../ids/index.ts'
import type { PlanDocument } from './plan.ts'

/** The queues and lines that keep these hours, by name. */
export const usersOfHours = ({ queues, lines }: PlanDocument, hoursId: HoursId): string[] =>
  [...queues, ...lines].filter((one) => one.hoursId === hoursId).map(({ name }) => name)

/** The queues that offer to this team, or to a tier of it, and the reply templates that it has, by name. */
export const usersOfTeam = ({ queues, templates }: PlanDocument, teamId: TeamId): string[] => [
  ...queues
    .filter(({ teams, laterReaches }) =>
      [...teams, ...laterReaches.flatMap((reach) => reach.teams)].some((one) => one.teamId === teamId),
    )
    .map(({ name }) => name),
  ...templates.filter(({ teamIds }) => teamIds.some((id) => id === teamId)).map(({ name }) => name),
]

/** What takes a calendar. */
export interface CalendarUser {
  readonly kind: 'hours' | 'shift' | 'site'
  readonly name: string
}

/** The hours, shifts and sites that take this calendar. */
export function usersOfCalendar({ hours, shifts, sites }: PlanDocument, calendarId: CalendarId): CalendarUser[] {
  const taking = (kind: CalendarUser['kind'], all: typeof hours | typeof shifts | typeof sites): CalendarUser[] =>
    all.filter(({ calendarIds }) => calendarIds.includes(calendarId)).map(({ name }) => ({ kind, name }))
  return [...taking('hours', hours), ...taking('shift', shifts), ...taking('site', sites)]
}
