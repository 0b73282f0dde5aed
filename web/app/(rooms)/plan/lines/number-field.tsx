'use client'
import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'
import { shownNumber } from '@eudromos/core/numbers'
import { useFetched } from '../../../../components/fetched.ts'
import { line as t } from '../../../../messages/lines.ts'
import type { StockView } from '../../../../view/line-shape.ts'
import type { LineValue } from './values.ts'

interface NumberFieldProps {
  readonly line: LineValue
  readonly mayEdit: boolean
  readonly fault?: string
  readonly onChange: (change: Pick<LineValue, 'address'>) => void
}

/** The line's number: picked from what the carrier has left for the channel, or given back. */
export function NumberField({ line, mayEdit, fault, onChange }: NumberFieldProps) {
  const { value, error } = useFetched<StockView>(mayEdit ? '/api/plan/numbers' : null)
  const failed = error !== null
  const free = (value?.numbers ?? []).filter(
    ({ number, channels, lineIds }) =>
      channels.some((one) => one === line.channel) &&
      (number === line.address || !lineIds.some((one) => one.channel === line.channel)),
  )
  const placeOf = (number: string): string => value?.numbers.find((one) => one.number === number)?.place ?? ''
  const label = (number: string): string => {
    const place = placeOf(number)
    return place === '' ? shownNumber(number) : t.place(shownNumber(number), place)
  }
  const numbers = free.map(({ number }) => number)
  return (
    <Autocomplete
      size="small"
      options={line.address !== null && !numbers.includes(line.address) ? [line.address, ...numbers] : numbers}
      value={line.address}
      getOptionLabel={label}
      disabled={!mayEdit}
      loading={value === null && !failed}
      noOptionsText={failed ? t.noStock : t.noMore}
      onChange={(_, address) => onChange({ address })}
      renderInput={(params) => (
        <TextField
          {...params}
          label={t.address}
          placeholder={t.pick}
          error={fault !== undefined}
          helperText={fault ?? (failed ? t.noStock : t.addressHelp)}
        />
      )}
    />
  )
}
