// What is done in its own time: texts and calls by the carrier, what was kept for its time. Imports core, database.
export { askCarrier, type CarrierAt } from './carrier.ts'
export { macOf, tokenOf } from './tokens.ts'
