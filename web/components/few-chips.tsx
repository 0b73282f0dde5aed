import Chip from '@mui/material/Chip'
import Typography from '@mui/material/Typography'
import type { AutocompleteRenderValueGetItemProps } from '@mui/material/Autocomplete'

const most = 60

/** Of thousands chosen only so many are drawn as chips; the rest are counted. `resting`: while the field is not in focus. */
export function fewChips<T>(count: number, labelOf: (one: T) => string, resting = 12) {
  return {
    limitTags: resting,
    getLimitTagsText: () => `+${(count - resting).toLocaleString('en')}`,
    renderValue: (chosen: T[], getItemProps: AutocompleteRenderValueGetItemProps<true>) => {
      const chips = chosen.slice(0, most).map((one, index) => {
        const { key, ...rest } = getItemProps({ index })
        return <Chip key={key} size="small" label={labelOf(one)} {...rest} />
      })
      if (chosen.length <= most) return chips
      return [
        ...chips,
        <Typography key="more" variant="figure" sx={{ paddingInline: 0.75 }}>
          +{(chosen.length - most).toLocaleString('en')}
        </Typography>,
      ]
    },
  }
}
