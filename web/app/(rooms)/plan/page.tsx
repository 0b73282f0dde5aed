import { en } from '../../../messages/en.ts'
import { planPage } from './bench/plan-page.tsx'
import { PlanRoom } from './bench/plan-room.tsx'

export default planPage(en.plan.title, PlanRoom)
