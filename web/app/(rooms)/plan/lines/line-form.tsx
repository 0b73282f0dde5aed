'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import Link from '@mui/material/Link'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { hoursFaults, OpenTimes } from '@eudromos/core/hours'
import {
  traitsOf,
  checkLine,
  hasAddress,
  hoursOf,
  inThreads,
  type PlanDocument,
  type HoursId,
  type QueueId,
} from '@eudromos/core/plan'
import { fewOptions } from '../../../../components/few-options.ts'
import { languageName, languages, timeText } from '../../../../components/format.ts'
import { TagsField } from '../../../../components/tags-field.tsx'
import { useCentreNow, useLive } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import { channelWords } from '../../../../messages/channels.ts'
import { line as t } from '../../../../messages/lines.ts'
import { demand } from '../../../../messages/skills.ts'
import { lineChannels, lineShape } from '../../../../view/line-shape.ts'
import { AskedField } from '../form/asked-field.tsx'
import { useDraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { EffectsPane, FoundAtFields, Holding } from '../form/findings.tsx'
import { lineMends, peopleFound } from '../form/found.ts'
import { NumberField } from './number-field.tsx'
import type { LineValue } from './values.ts'

const any = ' '

/** With which device of Outside it is tried. */
function deviceOf(channel: LineValue['channel'], address: string): string {
  const to = new URLSearchParams({ to: address })
  const devices = { voice: 'phone', chat: 'site', sms: `phone?${to}`, email: `mailbox?${to}` } as const
  return `/outside/${devices[channel]}`
}

/** By what customers reach the centre, and which queues they come to by it. */
export function LineForm(props: EditorProps<LineValue>) {
  const { value: initial, isNew, document, mayEdit } = props
  const form = useDraftForm(props, { shape: lineShape, url: '/api/plan/lines', part: 'line' })
  const line = form.value
  const fault = form.faultOf('queueIds')
  const named = (id: QueueId): string => document.queues.find((queue) => queue.id === id)?.name ?? id
  const found = peopleFound(checkLine(line, document), form, lineMends, document, mayEdit)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(initial.queueIds.length)}
        users={[]}
        others={[]}
        none={t.none}
        removeNote={t.removeNote}
      >
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 180px' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
          <TextField
            select
            label={t.kind}
            value={line.channel}
            disabled={!isNew}
            onChange={({ target }) => {
              const channel = target.value as LineValue['channel']
              form.set({
                channel,
                address: null,
                queueIds: line.queueIds.slice(0, hasAddress({ channel }) ? 1 : Infinity),
              })
            }}
          >
            {lineChannels.map((channel) => (
              <MenuItem key={channel} value={channel}>
                {channelWords[channel].line}
              </MenuItem>
            ))}
          </TextField>
        </Box>
        <Box>
          <FormControlLabel
            sx={{ marginInlineStart: 0, gap: 1 }}
            control={
              <Switch
                size="small"
                checked={line.on}
                disabled={!mayEdit}
                onChange={({ target }) => form.set({ on: target.checked })}
              />
            }
            label={t.on}
          />
          {!line.on && <Typography variant="body2">{t.off}</Typography>}
        </Box>
        {hasAddress(line) && (
          <Holding of={['address']}>
            {traitsOf(line.channel).address === 'mailbox' ? (
              <TextField
                fullWidth
                type="email"
                label={t.mailbox}
                value={line.address ?? ''}
                disabled={!mayEdit}
                error={form.faultOf('address') !== undefined}
                helperText={form.faultOf('address') ?? t.mailboxHelp}
                onChange={({ target }) => form.set({ address: target.value.trim().toLowerCase() || null })}
                slotProps={{ htmlInput: { maxLength: 254 } }}
              />
            ) : (
              <NumberField line={line} mayEdit={mayEdit} fault={form.faultOf('address')} onChange={form.set} />
            )}
          </Holding>
        )}
        <Holding of={['queueIds']}>
          <Autocomplete
            multiple
            disableCloseOnSelect={!hasAddress(line)}
            size="small"
            filterOptions={fewOptions}
            options={document.queues.filter(({ service }) => service !== 'retired').map(({ id }) => id)}
            value={[...line.queueIds]}
            getOptionLabel={named}
            disabled={!mayEdit}
            onChange={(_, queueIds) => form.set({ queueIds: hasAddress(line) ? queueIds.slice(-1) : queueIds })}
            renderInput={(params) => (
              <TextField
                {...params}
                label={t.leadsTo}
                error={fault !== undefined}
                helperText={fault ?? (hasAddress(line) ? t.leadsToOne(line.channel) : t.leadsToHelp)}
              />
            )}
          />
        </Holding>
        <Holding of={['requirements']}>
          <Box role="group" aria-label={t.asks} sx={{ display: 'grid', gap: 1 }}>
            <Typography variant="h3">{t.asks}</Typography>
            <Typography variant="body2">{t.asksHelp}</Typography>
            <AskedField
              value={line.requirements}
              skills={document.skills}
              mayEdit={mayEdit}
              fault={form.faultOf('requirements')}
              onChange={(requirements) => form.set({ requirements })}
            />
          </Box>
        </Holding>
        <Holding of={['hoursId']}>
          <TextField
            select
            fullWidth
            label={t.hours}
            value={line.hoursId ?? any}
            disabled={!mayEdit}
            error={form.faultOf('hoursId') !== undefined}
            helperText={form.faultOf('hoursId') ?? (inThreads(line.channel) ? t.hoursOfTexts : t.hoursHelp)}
            onChange={({ target }) => form.set({ hoursId: target.value === any ? null : (target.value as HoursId) })}
          >
            <MenuItem value={any}>{t.anyHour}</MenuItem>
            {document.hours.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        </Holding>
        {inThreads(line.channel) && (
          <TextField
            multiline
            minRows={2}
            maxRows={6}
            label={t.closedAnswer}
            value={line.closedAnswer}
            disabled={!mayEdit}
            error={form.faultOf('closedAnswer') !== undefined}
            helperText={form.faultOf('closedAnswer') ?? t.closedAnswerHelp}
            onChange={({ target }) => form.set({ closedAnswer: target.value })}
            slotProps={{ htmlInput: { maxLength: 600 } }}
          />
        )}
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <Autocomplete
            size="small"
            options={languages}
            value={line.language}
            getOptionLabel={languageName}
            disabled={!mayEdit}
            onChange={(_, language) => form.set({ language })}
            renderInput={(params) => <TextField {...params} label={t.language} helperText={t.languageHelp} />}
          />
          <TagsField
            label={t.tags}
            help={t.tagsHelp}
            value={line.tags}
            known={[...new Set(document.lines.flatMap(({ tags }) => tags))]}
            disabled={!mayEdit}
            fault={form.faultOf('tags')}
            onChange={(tags) => form.set({ tags })}
          />
        </Box>
        <TextField
          select
          label={t.priority}
          value={line.priority === null ? '' : String(line.priority)}
          disabled={!mayEdit}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          onChange={({ target }) => form.set({ priority: target.value === '' ? null : Number(target.value) })}
          sx={{ maxWidth: 280 }}
        >
          <MenuItem value="">{t.queuePriority}</MenuItem>
          {Array.from({ length: 10 }, (_, n) => n + 1).map((n) => (
            <MenuItem key={n} value={String(n)}>
              {demand.priorityOf(n)}
            </MenuItem>
          ))}
        </TextField>
      </EditorFrame>
      <EffectsPane found={found}>
        <Meets line={line} document={document} />
        {!isNew && line.on && !hasAddress(line) && (
          <Link href={`/outside/site?line=${encodeURIComponent(line.id)}`} target="_blank">
            {t.tryIt}
          </Link>
        )}
        {!isNew && line.on && line.address !== null && (
          <Link href={deviceOf(line.channel, line.address)} target="_blank">
            {t.tryBy[line.channel]}
          </Link>
        )}
      </EffectsPane>
    </FoundAtFields>
  )
}

/** What a customer would find on it at this moment, queue by queue. */
function Meets({ line, document }: { readonly line: LineValue; readonly document: PlanDocument }) {
  const { queues, calendars, centre } = document
  const { view } = useLive()
  const now = useCentreNow(60_000)
  const hours = document.hours.find(({ id }) => id === line.hoursId)
  const shut = useMemo(() => {
    if (hours === undefined || now === 0 || hoursFaults(hoursOf(hours, calendars)).length > 0) return null
    const times = new OpenTimes(hoursOf(hours, calendars))
    if (times.isOpen(now)) return null
    const opens = times.nextOpening(now)
    return t.shut(opens === null ? null : timeText(opens, centre.zone, now))
  }, [hours, calendars, centre.zone, now])
  const led = line.queueIds.flatMap((id) => queues.find((queue) => queue.id === id) ?? [])
  const stateOf = ({ id, service }: (typeof led)[number]): string => {
    if (service !== 'inService') return t[service]
    const live = view?.queues[id]
    if (live === undefined) return ''
    return live.open ? `${t.open}: ${t.waiting(live.waiting)}, ${t.ready(live.free)}` : t.closed
  }
  return (
    <Box component="section" aria-label={t.now} sx={{ display: 'grid', gap: 0.5 }}>
      <Typography variant="h3">{t.now}</Typography>
      {!line.on && <Typography>{t.meetsNothing}</Typography>}
      {line.on && hasAddress(line) && line.address === null && <Typography>{t.meetsNoNumber(line.channel)}</Typography>}
      {line.on && shut !== null && (
        <Typography>{inThreads(line.channel) ? `${shut} ${t.textsWait(line.closedAnswer !== '')}` : shut}</Typography>
      )}
      {line.on && !led.some(({ service }) => service === 'inService') && <Typography>{t.meetsNoQueue}</Typography>}
      {line.on && (
        <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
          {led.map((queue) => (
            <li key={queue.id}>
              <Typography>
                <strong>{queue.name}</strong> {stateOf(queue)}
              </Typography>
            </li>
          ))}
        </Box>
      )}
    </Box>
  )
}
