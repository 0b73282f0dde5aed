'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormGroup from '@mui/material/FormGroup'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { channels, checkState, stateColours, stateSigns, type StateLook } from '@eudromos/core/plan'
import { StateSign } from '../../../../components/state-sign.tsx'
import { useLive, useNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import { channelWords } from '../../../../messages/channels.ts'
import { presence as t } from '../../../../messages/people.ts'
import { stateShape } from '../../../../view/people-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { AtField, EffectsPane, FoundAtFields, Holding, type Found } from '../form/findings.tsx'
import { peopleFound, stateMends } from '../form/found.ts'
import { WholeField } from './parts.tsx'
import type { StateValue } from './values.ts'

/** What an agent can say of themself, and what comes in it. */
export function StateForm(props: EditorProps<StateValue>) {
  const { value: initial, document, mayEdit } = props
  const form = useDraftForm(props, { shape: stateShape, url: '/api/plan/presence', part: 'state' })
  const state = form.value
  const off = !mayEdit
  const people = useLive().view?.people ?? {}
  const inIt = Object.values(people).flatMap(({ stateId, name }) => (stateId === initial.id ? [name] : []))
  const found = peopleFound(checkState(state, document), form, stateMends, document, mayEdit)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm}
        users={inIt}
        others={document.presenceStates.filter(({ choosable, signedOut }) => choosable || signedOut)}
        none={null}
      >
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 150px 150px' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
          <TextField
            select
            size="small"
            label={t.sign}
            value={state.sign}
            disabled={off}
            onChange={({ target }) => form.set({ sign: target.value as StateLook['sign'] })}
          >
            {stateSigns.map((sign) => (
              <MenuItem key={sign} value={sign} sx={{ gap: 1 }}>
                <StateSign look={{ sign, colour: 'ink' }} /> {t.signs[sign]}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            size="small"
            label={t.colour}
            value={state.colour}
            disabled={off}
            onChange={({ target }) => form.set({ colour: target.value as StateLook['colour'] })}
          >
            {stateColours.map((colour) => (
              <MenuItem key={colour} value={colour} sx={{ gap: 1 }}>
                <StateSign look={{ sign: 'dot', colour }} /> {t.colours[colour]}
              </MenuItem>
            ))}
          </TextField>
        </Box>
        {!state.choosable && <Typography variant="body2">{t.system}</Typography>}
        <FormGroup row aria-label={t.admits} role="group">
          <Typography sx={{ alignSelf: 'center', marginInlineEnd: 2 }}>{t.admits}</Typography>
          {channels.map((channel) => (
            <FormControlLabel
              key={channel}
              control={
                <Checkbox
                  size="small"
                  checked={state.admits.includes(channel)}
                  disabled={off || state.signedOut || !state.choosable}
                  onChange={({ target }) =>
                    form.set({
                      admits: channels.filter((one) => (one === channel ? target.checked : state.admits.includes(one))),
                    })
                  }
                />
              }
              label={channelWords[channel].all}
            />
          ))}
        </FormGroup>
        <AtField name="admits" />
        {form.faultOf('admits') !== undefined && (
          <Typography role="alert" sx={{ color: 'error.main' }}>
            {form.faultOf('admits')}
          </Typography>
        )}
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '220px 1fr' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <Holding of={['mostMinutes']}>
            <WholeField
              label={t.most}
              help={t.mostHelp}
              value={state.mostMinutes}
              disabled={off}
              fault={form.faultOf('mostMinutes')}
              onChange={(mostMinutes) => form.set({ mostMinutes })}
            />
          </Holding>
          <Autocomplete
            multiple
            size="small"
            options={document.teams.map(({ id }) => id)}
            value={[...state.teamIds]}
            getOptionLabel={(id) => document.teams.find((one) => one.id === id)?.name ?? id}
            disabled={off || !state.choosable}
            onChange={(_, teamIds) => form.set({ teamIds })}
            renderInput={(params) => (
              <TextField {...params} label={t.who} placeholder={state.teamIds.length === 0 ? t.everybody : undefined} />
            )}
          />
        </Box>
        <FormControlLabel
          sx={{ marginInlineStart: 0, gap: 1 }}
          control={
            <Switch
              size="small"
              checked={state.setByMiss}
              disabled={off || initial.setByMiss}
              onChange={({ target }) => form.set({ setByMiss: target.checked })}
            />
          }
          label={t.byMiss}
        />
      </EditorFrame>
      <StateEffects state={state} document={document} found={found} />
    </FoundAtFields>
  )
}

interface StateEffectsProps {
  readonly state: StateValue
  readonly document: EditorProps<StateValue>['document']
  readonly found: readonly Found[]
}

function StateEffects({ state, document, found }: StateEffectsProps) {
  const { view, clockOffsetMs } = useLive()
  const now = useNow(clockOffsetMs)
  const inIt = Object.values(view?.people ?? {}).filter(({ stateId, connected }) => connected && stateId === state.id)
  const most = state.mostMinutes
  const over = most === null ? [] : inIt.filter(({ stateSince }) => now - stateSince > most * 60_000)
  const may = document.people.filter(
    ({ roles, teamId }) =>
      roles.includes('agent') && (state.teamIds.length === 0 || (teamId !== null && state.teamIds.includes(teamId))),
  ).length
  return (
    <EffectsPane found={found}>
      <Typography variant="h3">{t.preview}</Typography>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <StateSign look={state} size={16} />
        <Typography sx={{ fontWeight: 650 }}>{state.name || t.fresh}</Typography>
        <Typography sx={{ color: 'text.secondary' }}>
          {state.admits.length === 0
            ? t.admitsNothing
            : state.admits.map((channel) => channelWords[channel].all).join(', ')}
        </Typography>
      </Box>
      <Typography>{t.now(inIt.length)}</Typography>
      {most !== null && over.length > 0 && (
        <Typography sx={{ fontWeight: 650 }}>
          {t.over(
            over.map(({ name }) => name),
            most,
          )}
        </Typography>
      )}
      {state.choosable && <Typography>{t.mayChoose(may)}</Typography>}
    </EffectsPane>
  )
}
