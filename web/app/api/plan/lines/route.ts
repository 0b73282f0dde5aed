import { removeLine, saveLine } from '../../../../server/plan/plan-lines.ts'
import { changing } from '../../../../server/plan/plan-routes.ts'

/** Saves one line and publishes. */
export const PUT = changing(saveLine)

export const DELETE = changing(removeLine)
