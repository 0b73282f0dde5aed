// Records: what remains of each interaction, folded from the journal. Imports plan and routing.
export {
  recordAfter,
  type Attendance,
  type InteractionRecord,
  type Outcome,
  type Passage,
  type RecordedDial,
  type RecordedOffer,
  type Way,
} from './record.ts'
export type { MergedCustomer, StoryEntry } from './story.ts'
export { vconOf, type VconBody, type VconSource } from './vcon.ts'
