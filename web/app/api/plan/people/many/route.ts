import { savePeople } from '../../../../../server/plan-persons.ts'
import { changing } from '../../../../../server/plan-routes.ts'

export const PUT = changing(savePeople)
