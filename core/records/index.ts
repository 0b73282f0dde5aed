// Records: what remains of each interaction, folded from the journal. Imports plan and routing.
export { recordAfter } from './changes.ts'
export { Folded, messages, records, type MessageRecord, type Projection } from './projection.ts'
export type { Attendance, InteractionRecord, Outcome, Passage, RecordedDial, RecordedOffer, Way } from './record.ts'
export type { MergedCustomer, StoryEntry } from './story.ts'
export { vconOf, type VconBody, type VconSource } from './vcon.ts'
