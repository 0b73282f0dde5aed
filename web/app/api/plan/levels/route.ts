import { changing } from '../../../../server/plan-routes.ts'
import { saveLevels } from '../../../../server/plan-skills.ts'

export const PUT = changing(saveLevels)
