'use client'
import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'

interface TagsFieldProps {
  readonly label: string
  readonly help: string
  readonly value: readonly string[]
  /** Offered while one types. */
  readonly known?: readonly string[]
  readonly disabled: boolean
  readonly fault: string | undefined
  readonly onChange: (tags: string[]) => void
}

/** Words that something is marked with: typed, one after the other, or taken of those that are known. */
export function TagsField({ label, help, value, known = [], disabled, fault, onChange }: TagsFieldProps) {
  return (
    <Autocomplete
      multiple
      freeSolo
      size="small"
      options={[...known]}
      value={[...value]}
      disabled={disabled}
      onChange={(_, tags) => onChange(tags.map((tag) => tag.trim()).filter((tag) => tag !== ''))}
      renderInput={(params) => (
        <TextField {...params} label={label} error={fault !== undefined} helperText={fault ?? help} />
      )}
    />
  )
}
