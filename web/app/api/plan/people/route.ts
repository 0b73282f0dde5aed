import { removePerson, savePerson } from '../../../../server/plan/plan-persons.ts'
import { changing } from '../../../../server/plan/plan-routes.ts'

export const PUT = changing(savePerson)
export const DELETE = changing(removePerson)
