import { team } from '../../../../messages/people.ts'
import { planPage } from '../bench/plan-page.tsx'
import { TeamsRoom } from './teams-room.tsx'

export default planPage(team.title, TeamsRoom)
