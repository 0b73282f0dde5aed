import { changing, removing } from '../../../../server/plan/plan-routes.ts'
import { saveSkill } from '../../../../server/plan/plan-skills.ts'

export const PUT = changing(saveSkill)
export const DELETE = removing('skills')
