import { changing, removing } from '../../../../server/plan-routes.ts'
import { saveSkill } from '../../../../server/plan-skills.ts'

export const PUT = changing(saveSkill)
export const DELETE = removing('skills')
