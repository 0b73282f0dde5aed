import { createFilterOptions } from '@mui/material/Autocomplete'

/** Of thousands to choose from only so many are drawn at a time; typing narrows them. */
export const fewOptions = createFilterOptions<string>({ limit: 200 })
