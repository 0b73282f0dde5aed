import { createFilterOptions } from '@mui/material/Autocomplete'
import type { FilterOptionsState } from '@mui/material/useAutocomplete'

/** Of thousands to choose from only so many are drawn at a time; typing narrows them. */
const few = createFilterOptions<string>({ limit: 200 })

export const fewOptions = <T extends string>(options: T[], state: FilterOptionsState<T>): T[] =>
  few(options, state as FilterOptionsState<string>) as T[]
