'use client'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import type { Channel } from '@eudromos/core/plan'
import { calls } from '../../../messages/calls.ts'
import { channelWords } from '../../../messages/channels.ts'
import { seatWords as t } from '../../../messages/steering.ts'
import type { PersonView, View } from '../../../view/view.ts'
import { useInBrowser } from '../../fetched.ts'
import { useSeatActions } from '../act.ts'
import { useSounds } from '../bays/offer-signs.ts'

/** What an agent says for later: the presence after what they have, and of which channels nothing new comes. */
export function SayBar({ person, view }: { person: PersonView; view: View }) {
  const { attempt } = useSeatActions()
  const channels = view.plan?.channels ?? []
  const states = (view.plan?.presenceStates ?? []).filter(({ id, choosable }) => choosable && id !== person.stateId)
  return (
    <>
      <TextField
        select
        size="small"
        label={t.nothingNew}
        value={channels.filter((channel) => person.closedTo.includes(channel))}
        onChange={({ target }) => void attempt('closeChannels', { closedTo: target.value as unknown as string[] })}
        slotProps={{
          select: {
            multiple: true,
            displayEmpty: true,
            renderValue: (chosen) => {
              const closed = chosen as Channel[]
              return closed.length === 0 ? t.takesAll : closed.map((channel) => channelWords[channel].all).join(', ')
            },
          },
          inputLabel: { shrink: true },
        }}
        sx={{ width: 170 }}
      >
        {channels.map((channel) => (
          <MenuItem key={channel} value={channel}>
            <Checkbox size="small" checked={person.closedTo.includes(channel)} tabIndex={-1} />
            {channelWords[channel].all}
          </MenuItem>
        ))}
      </TextField>
      <SoundSwitches />
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

/** Whether this window sounds, and asks to be shown where it is hidden. */
function SoundSwitches() {
  const [sounds, setSounds] = useSounds()
  const inBrowser = useInBrowser()
  const [asked, setAsked] = useState(false)
  const mayAsk = inBrowser && !asked && typeof Notification !== 'undefined' && Notification.permission === 'default'
  return (
    <>
      <FormControlLabel
        control={<Switch size="small" checked={sounds} onChange={({ target }) => setSounds(target.checked)} />}
        label={calls.sounds}
      />
      {mayAsk && (
        <Button
          variant="text"
          onClick={() => {
            setAsked(true)
            void Notification.requestPermission()
          }}
        >
          {calls.notify}
        </Button>
      )}
    </>
  )
}
