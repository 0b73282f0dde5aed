'use client'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import { seatWords as t } from '../../messages/steering.ts'
import type { PersonView, View } from '../../view/view.ts'
import { useSeatActions } from './act.ts'

/** What an agent says for later: the presence after what they have, and of which channels nothing new comes. */
export function SayBar({ person, view }: { person: PersonView; view: View }) {
  const { attempt } = useSeatActions()
  const states = (view.plan?.presenceStates ?? []).filter(({ id, choosable }) => choosable && id !== person.stateId)
  return (
    <>
      {(view.plan?.channels ?? []).map((channel) => {
        const closed = person.closedTo.includes(channel)
        return (
          <FormControlLabel
            key={channel}
            control={
              <Switch
                size="small"
                checked={closed}
                onChange={() =>
                  void attempt('closeChannels', {
                    closedTo: closed ? person.closedTo.filter((one) => one !== channel) : [...person.closedTo, channel],
                  })
                }
              />
            }
            label={t.noNew(channel)}
          />
        )
      })}
      {person.carried.length > 0 && (
        <TextField
          select
          size="small"
          label={t.after}
          value={person.afterStateId ?? ''}
          onChange={({ target }) =>
            void attempt('planPresence', { stateId: target.value === '' ? null : target.value })
          }
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ width: 170 }}
        >
          <MenuItem value="">{t.stay}</MenuItem>
          {states.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
    </>
  )
}
