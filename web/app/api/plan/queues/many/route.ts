import { changing } from '../../../../../server/plan/plan-routes.ts'
import { saveQueues } from '../../../../../server/plan/plan.ts'

export const PUT = changing(saveQueues)
