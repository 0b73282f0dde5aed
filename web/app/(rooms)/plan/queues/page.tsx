import { bulk } from '../../../../messages/plan.ts'
import { planPage } from '../bench/plan-page.tsx'
import { QueuesRoom } from './table/queues-room.tsx'

export default planPage(bulk.title, QueuesRoom)
