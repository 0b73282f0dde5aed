import 'server-only'
import * as yup from '../../view/yup.ts'
import { checkSkill } from '@eudromos/core/plan'
import type { SkillDraft } from '@eudromos/database'
import { skillFindingText } from '../../messages/skills.ts'
import { levelsShape, skillShape } from '../../view/skill-shape.ts'
import { ofDraft, strictly } from './plan-input.ts'
import { currentDocument, notValid, publish, type Saved } from './plan.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const saveShape = ofDraft.concat(yup.object({ skill: skillShape.required() }))

/** Saves one skill, who has it and which queues ask for it. */
export async function saveSkill(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const read = await saveShape.validate(input, strictly)
  const { levels, asked, ...rest } = read.skill
  const skill = rest as SkillDraft
  const document = await currentDocument(runtime)
  const known = new Set<string>(document.people.map(({ id }) => id))
  if (levels.some(({ personId }) => !known.has(personId)))
    throw notValid('unknownPerson', 'Who has it: somebody is no longer among the people. Take them off.', 'levels')
  const [fault] = checkSkill({ skill, levels, asked }, document).filter(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw notValid(
      fault.code,
      skillFindingText(fault, (id) => id),
      'name',
    )
  return publish(runtime, who, read.draft, skill.name, { kind: 'skill', skill, levels, asked })
}

const saveLevelsShape = ofDraft.concat(yup.object({ levels: levelsShape }))

/** Saves levels of many people and skills at once. */
export async function saveLevels(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const read = await saveLevelsShape.validate(input, strictly)
  const document = await currentDocument(runtime)
  const people = new Set<string>(document.people.map(({ id }) => id))
  const skills = new Set<string>(document.skills.map(({ id }) => id))
  if (read.levels.some(({ personId, skillId }) => !people.has(personId) || !skills.has(skillId)))
    throw notValid('unknownPerson', 'Levels: somebody, or a skill, is no longer in the plan. Reload it.', 'levels')
  return publish(runtime, who, read.draft, 'Skill levels', { kind: 'levels', levels: read.levels })
}
