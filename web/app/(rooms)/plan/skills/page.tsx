import { levelsTable } from '../../../../messages/skills.ts'
import { planPage } from '../bench/plan-page.tsx'
import { LevelsRoom } from './table/levels-room.tsx'

export default planPage(levelsTable.title, LevelsRoom)
