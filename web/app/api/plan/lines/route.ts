import { removeLine, saveLine } from '../../../../server/plan-lines.ts'
import { changing } from '../../../../server/plan-routes.ts'

/** Saves one line and publishes. */
export const PUT = changing(saveLine)

export const DELETE = changing(removeLine)
