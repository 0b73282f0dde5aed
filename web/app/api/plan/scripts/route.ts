import { removeScript, saveScript } from '../../../../server/plan/plan-scripts.ts'
import { changing } from '../../../../server/plan/plan-routes.ts'

/** Saves one call script and publishes. */
export const PUT = changing(saveScript)

export const DELETE = changing(removeScript)
