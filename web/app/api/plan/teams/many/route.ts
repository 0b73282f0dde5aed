import { saveTeams } from '../../../../../server/plan/plan-people.ts'
import { changing } from '../../../../../server/plan/plan-routes.ts'

export const PUT = changing(saveTeams)
