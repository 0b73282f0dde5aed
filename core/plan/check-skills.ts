import { dayMs, OpenTimes } from '../hours/index.ts'
import { isSame } from './compare.ts'
import { unskilled } from './check.ts'
import { hoursOf } from './compile.ts'
import type { Instant, PersonId, QueueId } from '../ids/index.ts'
import type { PlanDocument, PlanPerson } from './plan.ts'

type Skill = PlanDocument['skills'][number]

/** A skill as it is edited: with everybody who has it, and the queues that ask for it. */
export interface SkillEdit {
  readonly skill: Skill
  readonly levels: readonly { readonly personId: PersonId; readonly level: number }[]
  readonly asked: readonly { readonly queueId: QueueId; readonly least: number; readonly most: number }[]
}

export interface SkillFinding {
  readonly severity: 'fault' | 'warning'
  readonly code: 'nameTaken' | 'nobodyHasIt' | 'onePersonHasIt' | 'leavesQueue'
  readonly params: Readonly<Record<string, string | number>>
}

/** The document with the edit in it. */
export function withSkill(document: PlanDocument, { skill, levels, asked }: SkillEdit): PlanDocument {
  const levelOf = new Map(levels.map(({ personId, level }) => [personId, level]))
  const asks = new Map(asked.map((one) => [one.queueId, one]))
  return {
    ...document,
    skills: [...document.skills.filter(({ id }) => id !== skill.id), skill],
    people: document.people.map((person) => {
      const level = levelOf.get(person.id)
      const others = person.skills.filter(({ skillId }) => skillId !== skill.id)
      return { ...person, skills: level === undefined ? others : [...others, { skillId: skill.id, level }] }
    }),
    queues: document.queues.map((queue) => {
      const own = asks.get(queue.id)
      const others = queue.requirements.filter(({ skillId }) => skillId !== skill.id)
      return {
        ...queue,
        requirements: own === undefined ? others : [...others, { skillId: skill.id, least: own.least, most: own.most }],
        relaxations: queue.relaxations.filter(({ skillId }) => own !== undefined || skillId !== skill.id),
      }
    }),
  }
}

/** What is wrong, or likely wrong, with a skill as edited; queues that it would leave without anyone among that. */
export function checkSkill(edit: SkillEdit, document: PlanDocument): SkillFinding[] {
  const findings: SkillFinding[] = []
  const find = (severity: SkillFinding['severity'], code: SkillFinding['code'], params: SkillFinding['params'] = {}) =>
    findings.push({ severity, code, params })
  const named = edit.skill.name.trim().toLowerCase()
  if (document.skills.some(({ id, name }) => id !== edit.skill.id && name.trim().toLowerCase() === named))
    find('fault', 'nameTaken', { name: edit.skill.name })
  const able = edit.levels.length
  if (able === 0 && edit.asked.length > 0) find('warning', 'nobodyHasIt')
  if (able === 1) find('warning', 'onePersonHasIt', { personId: edit.levels[0]?.personId ?? '' })
  const { levels, asked } = skillEdit(document, edit.skill)
  // As it is it leaves nobody whom it has not left already.
  if (isSame(levels, edit.levels) && isSame(asked, edit.asked)) return findings
  const after = withSkill(document, edit)
  for (const queue of after.queues) {
    const before = document.queues.find(({ id }) => id === queue.id)
    if (queue.service === 'retired' || before === undefined) continue
    if (![...asked, ...edit.asked].some(({ queueId }) => queueId === queue.id)) continue
    const left = unskilled(queue, after)
    if (left === null || unskilled(before, document)?.code === left.code) continue
    find('warning', 'leavesQueue', { queue: queue.name, seconds: left.params.seconds ?? 0 })
  }
  return findings
}

/** Skills of the document as they would be edited. */
export const skillEdit = ({ people, queues }: PlanDocument, skill: Skill): SkillEdit => ({
  skill,
  levels: people.flatMap(({ id, skills }) => {
    const level = skills.find(({ skillId }) => skillId === skill.id)?.level
    return level === undefined ? [] : [{ personId: id, level }]
  }),
  asked: queues.flatMap(({ id, requirements }) => {
    const own = requirements.find(({ skillId }) => skillId === skill.id)
    return own === undefined ? [] : [{ queueId: id, least: own.least, most: own.most }]
  }),
})

export interface HourOfWeek {
  readonly at: Instant
  /** How many of the people are on shift at any time of the hour. */
  readonly count: number
}

const hourMs = 3_600_000

/** How many of these people their shifts have working in each of the 168 hours from `from` on, a whole hour. */
export function hoursCovered(people: readonly PlanPerson[], document: PlanDocument, from: Instant): HourOfWeek[] {
  const counts = new Map<string, number>()
  for (const { shiftId } of people) if (shiftId !== null) counts.set(shiftId, (counts.get(shiftId) ?? 0) + 1)
  const worked = document.shifts.flatMap((shift) => {
    const count = counts.get(shift.id)
    if (count === undefined) return []
    const times = new OpenTimes(hoursOf(shift, document.calendars))
    return [{ count, spans: times.intervals(from, from + 7 * dayMs) }]
  })
  return Array.from({ length: 168 }, (_, n) => {
    const at = from + n * hourMs
    const here = worked.filter(({ spans }) => spans.some((span) => span.from < at + hourMs && span.to > at))
    return { at, count: here.reduce((sum, { count }) => sum + count, 0) }
  })
}

/** In which of the hours from `from` on the queue is open at any time; all where it is always open. */
export function hoursOpen(
  { hoursId }: Pick<PlanDocument['queues'][number], 'hoursId'>,
  document: PlanDocument,
  from: Instant,
): readonly boolean[] {
  const hours = document.hours.find(({ id }) => id === hoursId)
  const spans =
    hours === undefined ? null : new OpenTimes(hoursOf(hours, document.calendars)).intervals(from, from + 7 * dayMs)
  return Array.from({ length: 168 }, (_, n) => {
    const at = from + n * hourMs
    return spans === null || spans.some((span) => span.from < at + hourMs && span.to > at)
  })
}
