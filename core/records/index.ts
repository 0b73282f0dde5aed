// Records: what remains of each interaction, folded from the journal. Imports plan and routing.
export {
  recordAfter,
  type Attendance,
  type InteractionRecord,
  type Outcome,
  type Passage,
  type RecordedOffer,
} from './record.ts'
export type { StoryEntry } from './story.ts'
