import { changing, removing } from '../../../../server/plan/plan-routes.ts'
import { saveCalendar } from '../../../../server/plan/plan.ts'

export const PUT = changing(saveCalendar)
export const DELETE = removing('calendars')
