// Records: what remains of each interaction, folded from the journal. Imports plan and routing.
export { recordAfter, type InteractionRecord } from './changes.ts'
export {
  byKey,
  Folded,
  Folds,
  projectionNames,
  projections,
  type MessageRecord,
  type OpenRows,
  type Projection,
  type ProjectionName,
  type Rows,
} from './projection.ts'
export type { Attendance, Outcome, Passage, RecordedDial, RecordedOffer, Way } from './pieces.ts'
export type { MergedCustomer, StoryEntry } from './story.ts'
export { vconOf, type VconBody, type VconSource } from './vcon.ts'
