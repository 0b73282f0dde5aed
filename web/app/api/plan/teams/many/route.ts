import { saveTeams } from '../../../../../server/plan-people.ts'
import { changing } from '../../../../../server/plan-routes.ts'

export const PUT = changing(saveTeams)
