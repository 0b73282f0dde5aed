'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import Link from '@mui/material/Link'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { checkLine, type PlanDocument } from '@eudromos/core/plan'
import { fewOptions } from '../../../../components/few-options.ts'
import { useLive } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import { line as t } from '../../../../messages/lines.ts'
import { lineShape } from '../../../../view/line-shape.ts'
import { useDraftForm } from '../draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../editor.tsx'
import { EffectsPane, FoundAtFields, Holding } from '../findings.tsx'
import { lineMends, peopleFound } from '../found.ts'

export type LineValue = PlanDocument['lines'][number]

export const blankLine = (id: string): LineValue => ({ id, name: '', channel: 'chat', on: true, queueIds: [] })

/** By what customers reach the centre, and which queues they come to by it. */
export function LineForm(props: EditorProps<LineValue>) {
  const { value: initial, isNew, document, mayEdit, onReload, onDuplicate } = props
  const form = useDraftForm(props, { shape: lineShape, url: '/api/plan/lines', part: 'line' })
  const line = form.value
  const fault = form.faultOf('queueIds')
  const named = (id: string): string => document.queues.find((queue) => queue.id === id)?.name ?? id
  const found = peopleFound(checkLine(line, document), form, lineMends, document, mayEdit)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        isNew={isNew}
        mayEdit={mayEdit}
        onReload={onReload}
        onDuplicate={onDuplicate}
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
          <TextField label={t.kind} value={t.kinds[line.channel]} disabled />
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
        <Holding of={['queueIds']}>
          <Autocomplete
            multiple
            disableCloseOnSelect
            size="small"
            filterOptions={fewOptions}
            options={document.queues.filter(({ service }) => service !== 'retired').map(({ id }) => id)}
            value={[...line.queueIds]}
            getOptionLabel={named}
            disabled={!mayEdit}
            onChange={(_, queueIds) => form.set({ queueIds })}
            renderInput={(params) => (
              <TextField
                {...params}
                label={t.leadsTo}
                error={fault !== undefined}
                helperText={fault ?? t.leadsToHelp}
              />
            )}
          />
        </Holding>
      </EditorFrame>
      <EffectsPane found={found}>
        <Meets line={line} queues={document.queues} />
        {!isNew && line.on && (
          <Link href={`/outside/site?line=${encodeURIComponent(line.id)}`} target="_blank">
            {t.tryIt}
          </Link>
        )}
      </EffectsPane>
    </FoundAtFields>
  )
}

/** What a customer would find on it at this moment, queue by queue. */
function Meets({ line, queues }: { readonly line: LineValue; readonly queues: PlanDocument['queues'] }) {
  const { view } = useLive()
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
