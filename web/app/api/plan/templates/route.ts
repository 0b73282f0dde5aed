import { removeTemplate, saveTemplate } from '../../../../server/plan/plan-templates.ts'
import { changing } from '../../../../server/plan/plan-routes.ts'

/** Saves one reply template and publishes. */
export const PUT = changing(saveTemplate)

export const DELETE = changing(removeTemplate)
