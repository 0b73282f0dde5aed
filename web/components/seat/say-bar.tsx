'use client'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import { seatWords as t } from '../../messages/steering.ts'
import type { PersonView, View } from '../../view/view.ts'
import { useSeatActions } from './act.ts'

/** What an agent says for later: the presence after what they have, and whether new chats come. */
export function SayBar({ person, view }: { person: PersonView; view: View }) {
  const { attempt } = useSeatActions()
  const states = (view.plan?.presenceStates ?? []).filter(({ id, choosable }) => choosable && id !== person.stateId)
  const closed = person.closedTo.includes('chat')
  return (
    <>
      <FormControlLabel
        control={
          <Switch
            size="small"
            checked={closed}
            onChange={() =>
              void attempt('closeChannels', {
                closedTo: closed ? person.closedTo.filter((one) => one !== 'chat') : [...person.closedTo, 'chat'],
              })
            }
          />
        }
        label={t.noNewChats}
      />
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
