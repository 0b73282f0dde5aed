import { saveTeam } from '../../../../server/plan/plan-people.ts'
import { changing, removing } from '../../../../server/plan/plan-routes.ts'

export const PUT = changing(saveTeam)
export const DELETE = removing('teams')
