// What customers need who could not be served like others.
import { demanded, type Requirement } from '../skills/index.ts'
import type { CustomerNeed, NeedTerms, PlanDocument } from './plan.ts'

/** What all of these needs ask for together, of skills that there are; the longest patience counts. */
export function termsOfNeeds(
  { centre, skills }: Pick<PlanDocument, 'centre' | 'skills'>,
  needs: readonly CustomerNeed[],
): { readonly requirements: readonly Requirement[]; readonly patience: number } {
  const terms = needs.map((need): NeedTerms => centre.needs[need])
  const known = new Set<string>(skills.map(({ id }) => id))
  return {
    // Nobody could have a skill that is no longer in the plan.
    requirements: demanded(
      terms.flatMap(({ requirements }) => requirements).filter(({ skillId }) => known.has(skillId)),
    ),
    patience: Math.max(1, ...terms.map(({ patience }) => patience)),
  }
}
