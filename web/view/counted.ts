/** What takes long. */
export type Step = 'reading' | 'checking' | 'keeping' | 'publishing'

/** How far a step of the work has come: so many of all; 0 of 0 where nobody can count it. */
export type Count = (step: Step, done: number, of: number) => void

/** Asked for by whoever wants to be told how far it is; then each line is one of these, and the last an answer. */
export const countedType = 'application/x-ndjson'

export type CountedLine =
  | { readonly step: Step; readonly done: number; readonly of: number }
  | { readonly status: number; readonly body: unknown }
