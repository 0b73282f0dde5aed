import { changing, removing } from '../../../../server/plan-routes.ts'
import { saveCalendar } from '../../../../server/plan.ts'

export const PUT = changing(saveCalendar)
export const DELETE = removing('calendars')
