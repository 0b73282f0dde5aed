import { person } from '../../../../messages/people.ts'
import { planPage } from '../bench/plan-page.tsx'
import { PeopleRoom } from './table/people-room.tsx'

export default planPage(person.title, PeopleRoom)
