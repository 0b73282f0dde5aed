import { skillEdit, type PlanDocument, type SkillEdit, type PersonId, type SkillId } from '@eudromos/core/plan'

/** A skill as it is edited: with everybody who has it and the queues that ask for it. */
export type SkillValue = PlanDocument['skills'][number] & Pick<SkillEdit, 'levels' | 'asked'>

export const blankSkill = (id: SkillId): SkillValue => ({
  id,
  name: '',
  description: '',
  kind: 'knowledge',
  levels: [],
  asked: [],
})

export function skillValue(document: PlanDocument, skill: PlanDocument['skills'][number]): SkillValue {
  const { levels, asked } = skillEdit(document, skill)
  return { ...skill, levels, asked }
}

export function editOf({ levels, asked, ...skill }: SkillValue): SkillEdit {
  return { skill, levels, asked }
}

/** With these people, and nobody else, at the level; who had another has this one now. */
export const atLevel = (
  levels: SkillValue['levels'],
  level: number,
  personIds: readonly PersonId[],
): SkillValue['levels'] => [
  ...levels.filter((one) => one.level !== level && !personIds.includes(one.personId)),
  ...personIds.map((personId) => ({ personId, level })),
]
