'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControl from '@mui/material/FormControl'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormLabel from '@mui/material/FormLabel'
import MenuItem from '@mui/material/MenuItem'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { newId } from '../../../view/new-id.ts'
import {
  emergencyScopes,
  talkingWays,
  waitingWays,
  type EmergencyScope,
  type StopgapReason,
  type TalkingWay,
  type WaitingWay,
  type QueueId,
  type SiteId,
} from '@eudromos/core/plan'
import { SidePanel } from '../../../components/side-panel.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { useSending } from '../../../components/stream/sending.ts'
import { en } from '../../../messages/en.ts'
import type { View } from '../../../view/view.ts'
import { touchedBy, type Touched } from './emergency-data.ts'
import { ReasonField } from './reason-field.tsx'

const t = en.emergency

interface EmergencyDrawerProps {
  readonly open: boolean
  readonly view: View
  readonly onClose: () => void
}

/** Closing a centre, a site or some queues in one action; what that would do stands above the button. */
export const EmergencyDrawer = ({ open, view, onClose }: EmergencyDrawerProps) => (
  <SidePanel open={open} title={t.title} onClose={onClose}>
    <Typography variant="body2">{t.help}</Typography>
    {open && <Begin view={view} onDone={onClose} />}
  </SidePanel>
)

function Begin({ view, onDone }: { view: View; onDone: () => void }) {
  const store = useLiveStore()
  const [scope, setScope] = useState<EmergencyScope>('centre')
  const [siteId, setSiteId] = useState<SiteId | null>(null)
  const [queueIds, setQueueIds] = useState<readonly QueueId[]>([])
  const [waiting, setWaiting] = useState<WaitingWay>('kept')
  const [overflowTo, setSendOnTo] = useState<QueueId | null>(null)
  const [talking, setTalking] = useState<TalkingWay>('goOn')
  const [evacuate, setEvacuate] = useState(true)
  const [reason, setReason] = useState<StopgapReason>('emergency')
  const [announcement, setAnnouncement] = useState<string>(t.announcementDraft)
  const { busy, error, send } = useSending()
  const queues = (view.plan?.queues ?? []).filter(({ service }) => service !== 'retired')
  const touched = touchedBy(view, { scope, siteId, queueIds })
  const closing = new Set(touched.queues.map(({ id }) => id))
  const takers = queues.filter(({ id, service }) => service === 'inService' && !closing.has(id))
  const idle = touched.queues.length + (evacuate ? touched.people.length : 0) === 0
  const close = (): Promise<void> =>
    sendCommand(store, 'beginEmergency', {
      emergencyId: newId(),
      scope,
      siteId: scope === 'site' ? siteId : null,
      queueIds: scope === 'queues' ? queueIds : [],
      evacuate,
      waiting,
      overflowTo: waiting === 'overflowed' ? overflowTo : null,
      talking,
      reason,
      announcement,
    })
  return (
    <Box
      component="form"
      aria-label={t.title}
      onSubmit={(event) => {
        event.preventDefault()
        void send(close, onDone)
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <FormControl>
        <FormLabel id="emergency-scope">{t.scope}</FormLabel>
        <RadioGroup
          row
          aria-labelledby="emergency-scope"
          value={scope}
          onChange={({ target }) => setScope(target.value as EmergencyScope)}
        >
          {emergencyScopes.map((one) => (
            <FormControlLabel key={one} value={one} control={<Radio size="small" />} label={t.scopes[one]} />
          ))}
        </RadioGroup>
      </FormControl>
      {scope === 'site' && (
        <TextField
          select
          label={t.site}
          value={siteId ?? ''}
          onChange={({ target }) => setSiteId(target.value as SiteId)}
        >
          {(view.plan?.sites ?? []).map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {scope === 'queues' && (
        <Autocomplete
          multiple
          disableCloseOnSelect
          size="small"
          options={queues.map(({ id }) => id)}
          value={[...queueIds]}
          getOptionLabel={(id) => queues.find((queue) => queue.id === id)?.name ?? id}
          onChange={(_, ids) => setQueueIds(ids)}
          renderInput={(params) => <TextField {...params} label={t.queues} />}
        />
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2, alignItems: 'start' }}>
        <TextField
          select
          label={t.waiting}
          value={waiting}
          onChange={({ target }) => setWaiting(target.value as WaitingWay)}
        >
          {waitingWays.map((way) => (
            <MenuItem key={way} value={way}>
              {t.waitingWays[way]}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label={t.talking}
          value={talking}
          onChange={({ target }) => setTalking(target.value as TalkingWay)}
        >
          {talkingWays.map((way) => (
            <MenuItem key={way} value={way}>
              {t.talkingWays[way]}
            </MenuItem>
          ))}
        </TextField>
        {waiting === 'overflowed' && (
          <TextField
            select
            label={t.overflowTo}
            value={takers.some(({ id }) => id === overflowTo) ? overflowTo : ''}
            onChange={({ target }) => setSendOnTo(target.value as QueueId)}
          >
            {takers.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        <ReasonField value={reason} onChange={setReason} />
      </Box>
      <FormControlLabel
        control={<Switch checked={evacuate} onChange={({ target }) => setEvacuate(target.checked)} />}
        label={t.evacuate}
      />
      <TextField
        label={t.announcement}
        multiline
        minRows={2}
        value={announcement}
        helperText={t.announcementHelp}
        onChange={({ target }) => setAnnouncement(target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      <Effect touched={touched} waiting={waiting} talking={talking} evacuate={evacuate} idle={idle} />
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Box>
        <Button
          type="submit"
          variant="contained"
          disabled={busy || idle || (waiting === 'overflowed' && !takers.some(({ id }) => id === overflowTo))}
        >
          {t.close(touched.queues.length)}
        </Button>
      </Box>
    </Box>
  )
}

interface EffectProps {
  readonly touched: Touched
  readonly waiting: WaitingWay
  readonly talking: TalkingWay
  readonly evacuate: boolean
  readonly idle: boolean
}

/** What the closing would do, as it is being chosen. */
function Effect({ touched, waiting, talking, evacuate, idle }: EffectProps) {
  const lines = idle
    ? [t.nothing]
    : [
        t.closes(touched.queues.map(({ name }) => name)),
        ...(touched.waiting === 0 ? [] : [t.becomes[waiting](touched.waiting)]),
        ...(touched.talking === 0 ? [] : [t.talks[talking](touched.talking)]),
        ...(evacuate && touched.people.length > 0 ? [t.evacuates(touched.people.length)] : []),
      ]
  return (
    <Box
      component="section"
      aria-label={t.effect}
      aria-live="polite"
      sx={{ border: 1, borderColor: 'divider', borderRadius: 2, padding: 1.5, display: 'grid', gap: 0.5 }}
    >
      <Typography variant="h3">{t.effect}</Typography>
      {lines.map((line) => (
        <Typography key={line}>{line}</Typography>
      ))}
    </Box>
  )
}
