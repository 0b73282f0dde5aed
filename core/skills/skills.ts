import type { SkillId } from '../ids/index.ts'

/** A skill that is asked for: own level at least `least` and at most `most`, 0 standing for "has it not", 5 highest. */
export interface Requirement {
  readonly skillId: SkillId
  readonly least: number
  readonly most: number
}

/** From so many seconds of waiting on, these wider bounds serve as well; least 0 and most 5: it falls away. */
export interface Relaxation extends Requirement {
  readonly afterSeconds: number
}

/** A skill that somebody has, at level 1 to 5. */
export interface Holding {
  readonly skillId: SkillId
  readonly level: number
}

export const levelsOf = (skills: readonly Holding[]): ReadonlyMap<SkillId, number> =>
  new Map(skills.map(({ skillId, level }) => [skillId, level]))

/** Each skill once: where several requirements name it, the stricter bounds. In the order in which they are named. */
export function demanded(requirements: readonly Requirement[]): Requirement[] {
  const bySkill = new Map<string, Requirement>()
  for (const one of requirements) {
    const known = bySkill.get(one.skillId)
    bySkill.set(
      one.skillId,
      known === undefined
        ? one
        : { ...one, least: Math.max(known.least, one.least), most: Math.min(known.most, one.most) },
    )
  }
  return [...bySkill.values()]
}

/** What is still asked for after a wait: `requirements` name each skill once. Relaxing only widens. */
export function relaxedAt(
  requirements: readonly Requirement[],
  relaxations: readonly Relaxation[],
  waitMs: number,
): Requirement[] {
  const reached = relaxations.filter(({ afterSeconds }) => afterSeconds * 1000 <= waitMs)
  return requirements.map((one) =>
    reached
      .filter(({ skillId }) => skillId === one.skillId)
      .reduce(
        (now, { least, most }) => ({ ...now, least: Math.min(now.least, least), most: Math.max(now.most, most) }),
        one,
      ),
  )
}

/** The first requirement that is not met, with the level that there is, or null. */
export function gapOf(
  levels: ReadonlyMap<SkillId, number>,
  requirements: readonly Requirement[],
): (Requirement & { readonly level: number }) | null {
  for (const one of requirements) {
    const level = levels.get(one.skillId) ?? 0
    if (level < one.least || level > one.most) return { ...one, level }
  }
  return null
}

export const meets = (levels: ReadonlyMap<SkillId, number>, requirements: readonly Requirement[]): boolean =>
  gapOf(levels, requirements) === null
