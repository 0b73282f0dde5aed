import { en } from '../../../messages/en.ts'
import { planPage } from './plan-page.tsx'
import { PlanRoom } from './plan-room.tsx'

export default planPage(en.plan.title, PlanRoom)
