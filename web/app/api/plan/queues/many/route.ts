import { changing } from '../../../../../server/plan-routes.ts'
import { saveQueues } from '../../../../../server/plan.ts'

export const PUT = changing(saveQueues)
