import { savePeople } from '../../../../../server/plan/plan-persons.ts'
import { changing } from '../../../../../server/plan/plan-routes.ts'

/** Ten thousand people with what they know and do. */
const mostBytes = 12 * 1024 * 1024

export const PUT = changing(savePeople, mostBytes)
