import { removePerson, savePerson } from '../../../../server/plan-persons.ts'
import { changing } from '../../../../server/plan-routes.ts'

export const PUT = changing(savePerson)
export const DELETE = changing(removePerson)
