import { changing } from '../../../../server/plan/plan-routes.ts'
import { saveLevels } from '../../../../server/plan/plan-skills.ts'

export const PUT = changing(saveLevels)
