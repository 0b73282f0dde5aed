// The commands `plan check` and `plan export`.
import { checkHours, checkPlan, checkShift, checkSite, checkSkill, skillEdit } from '@eudromos/core/plan'
import { findingText, hoursFindingText } from '../../web/messages/findings.ts'
import { skillFindingText } from '../../web/messages/skills.ts'
import { planOf } from './given.ts'

export interface Found {
  readonly severity: 'fault' | 'warning'
  readonly code: string
  /** The thing of the plan, as kind and id. */
  readonly of: string
  readonly text: string
}

/** Everything that is wrong, or likely wrong, with a plan file; faults first. `at` settles what is over. */
export function checkFile(text: string, at: number): Found[] {
  const plan = planOf(text)
  const found: Found[] = [
    ...checkPlan(plan).map((one) => ({ ...pick(one), of: `queue ${one.queueId}`, text: findingText(one) })),
    ...plan.skills.flatMap((skill) =>
      checkSkill(skillEdit(plan, skill), plan).map((one) => ({
        ...pick(one),
        of: `skill ${skill.id}`,
        text: skillFindingText(one, (id) => id),
      })),
    ),
    ...plan.hours.flatMap((hours) =>
      checkHours(hours, plan, at).map((one) => ({
        ...pick(one),
        of: `hours ${hours.id}`,
        text: hoursFindingText(one),
      })),
    ),
    ...plan.sites.flatMap((site) =>
      checkSite(site, idsOf(plan.people, 'siteId', site.id), plan, at).map((one) => ({
        ...pick(one),
        of: `site ${site.id}`,
        text: hoursFindingText(one),
      })),
    ),
    ...plan.shifts.flatMap((shift) =>
      checkShift(shift, idsOf(plan.people, 'shiftId', shift.id), plan, at).map((one) => ({
        ...pick(one),
        of: `shift ${shift.id}`,
        text: hoursFindingText(one),
      })),
    ),
  ]
  return [...found.filter(isFault), ...found.filter((one) => !isFault(one))]
}

export const isFault = ({ severity }: Pick<Found, 'severity'>): boolean => severity === 'fault'

const pick = ({ severity, code }: Pick<Found, 'severity' | 'code'>): Pick<Found, 'severity' | 'code'> => ({
  severity,
  code,
})

const idsOf = (
  people: readonly { readonly id: string; readonly siteId: string | null; readonly shiftId: string | null }[],
  where: 'siteId' | 'shiftId',
  id: string,
): string[] => people.filter((person) => person[where] === id).map((person) => person.id)
