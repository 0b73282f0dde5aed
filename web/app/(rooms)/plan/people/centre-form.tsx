'use client'
import type { PresenceStateId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { newId } from '../../../../view/new-id.ts'
import { secondsText } from '../../../../components/format.ts'
import { abuse } from '../../../../messages/abuse.ts'
import { customers } from '../../../../messages/customers.ts'
import { callbacks } from '../../../../messages/callbacks.ts'
import { en } from '../../../../messages/en.ts'
import { centre as t } from '../../../../messages/people.ts'
import { recording } from '../../../../messages/recording.ts'
import { centreShape } from '../../../../view/people-shape.ts'
import { useDraftForm, type DraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { EffectsPane } from '../form/findings.tsx'
import { NeedsField } from './needs-field.tsx'
import { WholeField } from './parts.tsx'
import type { CentreValue } from './values.ts'

type NumberName = {
  [K in keyof CentreValue]: CentreValue[K] extends number | null ? K : never
}[keyof CentreValue]

const fields: readonly { name: NumberName; label: string; help?: string }[] = [
  { name: 'defaultTargetSeconds', label: t.defaultTarget },
  { name: 'retryAfterSeconds', label: t.retry },
  { name: 'agentGraceSeconds', label: t.agentGrace },
  { name: 'customerGraceSeconds', label: t.customerGrace },
  { name: 'preferredSeconds', label: t.preferred, help: t.preferredHelp },
  { name: 'transferPriority', label: t.transferPriority, help: t.transferHelp },
  { name: 'longestWrapUpSeconds', label: t.longestWrapUp },
  { name: 'askAfterSilenceSeconds', label: t.ask, help: t.silenceHelp },
  { name: 'restAfterSilenceSeconds', label: t.rest, help: t.silenceHelp },
  { name: 'endAfterRestSeconds', label: t.end },
  { name: 'textRestAfterSeconds', label: t.textRest, help: t.textHelp },
  { name: 'textEndAfterRestSeconds', label: t.textEnd },
  { name: 'mailRestAfterSeconds', label: t.mailRest, help: t.mailHelp },
  { name: 'mailEndAfterRestSeconds', label: t.mailEnd },
  { name: 'recordingDays', label: recording.days },
  { name: 'journalDays', label: t.journalDays, help: t.journalHelp },
  { name: 'backWithinSeconds', label: callbacks.backWithin, help: callbacks.backHelp },
  { name: 'ringSeconds', label: callbacks.ring },
  { name: 'recoverMinutes', label: abuse.recoverMinutes },
]

/** What the whole centre goes by, and its lists of reasons and dispositions. */
export function CentreForm(props: Omit<EditorProps<CentreValue>, 'onDuplicate'>) {
  const { document, mayEdit } = props
  const form = useDraftForm({ ...props, isNew: false }, { shape: centreShape, url: '/api/plan/centre', part: 'centre' })
  const value = form.value
  return (
    <>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.one}
        editor={{ ...props, isNew: false }}
        calm={t.calm}
        users={document.queues.map(({ name }) => name)}
        others={[]}
        none=""
      >
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
          <TextField
            select
            size="small"
            label={t.order}
            value={value.order}
            disabled={!mayEdit}
            onChange={({ target }) => form.set({ order: target.value as CentreValue['order'] })}
          >
            <MenuItem value="lateness">{t.orders.lateness}</MenuItem>
            <MenuItem value="oldestFirst">{t.orders.oldestFirst}</MenuItem>
          </TextField>
          {fields.map(({ name, label, help }) => (
            <WholeField
              key={name}
              label={label}
              help={help}
              value={value[name]}
              disabled={!mayEdit}
              fault={form.faultOf(name)}
              onChange={(next) => form.set({ [name]: next })}
            />
          ))}
          {(['callsFrom', 'callsTo'] as const).map((part) => (
            <TextField
              key={part}
              size="small"
              label={callbacks[part]}
              value={value[part]}
              disabled={!mayEdit}
              error={form.faultOf(part) !== undefined}
              helperText={form.faultOf(part) ?? callbacks.byTheirClock}
              onChange={({ target }) => form.set({ [part]: target.value })}
            />
          ))}
          <FormControlLabel
            control={
              <Switch
                checked={value.consentNeeded}
                disabled={!mayEdit}
                onChange={({ target }) => form.set({ consentNeeded: target.checked })}
              />
            }
            label={callbacks.consentNeeded}
          />
          <TextField
            select
            size="small"
            label={abuse.recoverState}
            value={value.recoverStateId ?? ''}
            disabled={!mayEdit}
            error={form.faultOf('recoverStateId') !== undefined}
            helperText={form.faultOf('recoverStateId')}
            onChange={({ target }) =>
              form.set({ recoverStateId: target.value === '' ? null : (target.value as PresenceStateId) })
            }
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          >
            <MenuItem value="">{abuse.noState}</MenuItem>
            {document.presenceStates
              .filter(({ signedOut }) => !signedOut)
              .map(({ id, name }) => (
                <MenuItem key={id} value={id}>
                  {name}
                </MenuItem>
              ))}
          </TextField>
          <TextField
            size="small"
            multiline
            label={abuse.warning}
            value={value.abuseWarning}
            disabled={!mayEdit}
            error={form.faultOf('abuseWarning') !== undefined}
            helperText={form.faultOf('abuseWarning') ?? abuse.warningHelp}
            onChange={({ target }) => form.set({ abuseWarning: target.value })}
            sx={{ gridColumn: '1 / -1' }}
          />
        </Box>
        <NeedsField form={form} document={document} mayEdit={mayEdit} />
        <Words form={form} mayEdit={mayEdit} part="declineReasons" label={t.declineReasons} />
        <Words form={form} mayEdit={mayEdit} part="dispositions" label={t.dispositions} />
        <Words form={form} mayEdit={mayEdit} part="customerFields" label={customers.fieldsOfCentre} />
      </EditorFrame>
      <EffectsPane found={[]}>
        <SilenceStrip value={value} />
      </EffectsPane>
    </>
  )
}

interface WordsProps {
  readonly form: DraftForm<CentreValue>
  readonly mayEdit: boolean
  readonly part: 'declineReasons' | 'dispositions' | 'customerFields'
  readonly label: string
}

/** A list of words to choose from, in the order in which they are shown. */
function Words({ form, mayEdit, part, label }: WordsProps) {
  const words = form.value[part]
  const fault = form.faultOf(part)
  const put = (next: CentreValue['dispositions']): void => form.set({ [part]: next })
  return (
    <Box role="group" aria-label={label} sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h3" component="h3">
        {label}
      </Typography>
      {fault !== undefined && (
        <Typography role="alert" sx={{ color: 'error.main' }}>
          {fault}
        </Typography>
      )}
      {words.map(({ id, name }, n) => (
        <Box key={id} sx={{ display: 'flex', gap: 1 }}>
          <TextField
            size="small"
            fullWidth
            value={name}
            disabled={!mayEdit}
            error={form.faultOf(`${part}[${n}].name`) !== undefined}
            helperText={form.faultOf(`${part}[${n}].name`)}
            onChange={({ target }) => put(words.map((one) => (one.id === id ? { id, name: target.value } : one)))}
            slotProps={{ htmlInput: { 'aria-label': `${label} ${n + 1}` } }}
          />
          {mayEdit && (
            <Button aria-label={t.remove(name)} onClick={() => put(words.filter((one) => one.id !== id))}>
              −
            </Button>
          )}
        </Box>
      ))}
      {mayEdit && (
        <Button onClick={() => put([...words, { id: newId(), name: '' }])} sx={{ justifySelf: 'start' }}>
          {t.add}
        </Button>
      )}
    </Box>
  )
}

/** What becomes of a conversation in which the customer says nothing more, along the time. */
function SilenceStrip({ value }: { value: CentreValue }) {
  const { askAfterSilenceSeconds: ask, restAfterSilenceSeconds: rest, endAfterRestSeconds: end } = value
  const steps = [
    { name: t.silence.speaks, at: 0 },
    ...(ask === null ? [] : [{ name: t.silence.asked, at: ask }]),
    ...(rest === null
      ? []
      : [
          { name: t.silence.rests, at: rest },
          { name: t.silence.over, at: rest + end },
        ]),
  ]
  return (
    <Box component="section" aria-label={t.strip} sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h3">{t.strip}</Typography>
      <Box component="ol" sx={{ margin: 0, padding: 0, listStyle: 'none' }}>
        {steps.map(({ name, at }) => (
          <Box
            component="li"
            key={name}
            sx={{
              display: 'grid',
              gridTemplateColumns: '100px 1fr',
              borderLeft: 3,
              borderColor: 'primary.main',
              paddingInlineStart: 1.5,
              paddingBlock: 0.75,
            }}
          >
            <Typography variant="figure">{secondsText(at)}</Typography>
            <Typography>{name}</Typography>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
