'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { roomGap, slotsTaken } from '@eudromos/core/capacity'
import { channels, checkLimits, type Channel, type ChannelLimit } from '@eudromos/core/plan'
import { LoadRing } from '../../../../components/glyphs.tsx'
import { en } from '../../../../messages/en.ts'
import { channelWords } from '../../../../messages/channels.ts'
import { limits as t } from '../../../../messages/people.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { limitsShape } from '../../../../view/people-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { EditorFrame, PeoplePart, TextPart, type EditorProps } from '../form/editor.tsx'
import { AtField, EffectsPane, FoundAtFields, Holding } from '../form/findings.tsx'
import { limitsMends, peopleFound } from '../form/found.ts'
import { WholeField } from './parts.tsx'
import type { LimitsValue } from './values.ts'

type LimitsFormProps = EditorProps<LimitsValue> & { readonly people: PlanState['people'] }

/** How much one person can have at once: slots, and what each channel takes of them. */
export function LimitsForm(props: LimitsFormProps) {
  const { value: initial, document, people, mayEdit } = props
  const form = useDraftForm(props, { shape: limitsShape, url: '/api/plan/limits', part: 'limits' })
  const value = form.value
  const names = new Map(people.map(({ id, name }) => [id, name]))
  const set = (channel: Channel, change: Partial<ChannelLimit>): void =>
    form.set({ channels: { ...value.channels, [channel]: { ...value.channels[channel], ...change } } })
  const findings = useMemo(() => {
    const users = new Set(value.personIds)
    // Whoever is taken off goes by them no more.
    const people = document.people.map((person) => {
      if (users.has(person.id)) return { ...person, loadLimitsId: value.id }
      return person.loadLimitsId === value.id ? { ...person, loadLimitsId: null } : person
    })
    return checkLimits(value, { ...document, people })
  }, [value, document])
  const found = peopleFound(findings, form, limitsMends, document, mayEdit)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(initial.personIds.length)}
        users={initial.personIds.map((id) => names.get(id) ?? id)}
        others={document.loadLimits}
        none={t.none}
      >
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 140px' },
            gap: 2,
            alignItems: 'start',
          }}
        >
          <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
          <WholeField
            label={t.slots}
            value={value.slots}
            disabled={!mayEdit}
            fault={form.faultOf('slots')}
            onChange={(slots) => form.set({ slots: slots ?? 0 })}
          />
        </Box>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell>{t.channel}</TableCell>
              <TableCell sx={{ whiteSpace: 'nowrap' }}>{t.needs}</TableCell>
              <TableCell sx={{ whiteSpace: 'nowrap' }}>{t.most}</TableCell>
              <TableCell>{t.alone}</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {channels.map((channel) => {
              const { slots, most, alone, beside } = value.channels[channel]
              return (
                <TableRow key={channel}>
                  <TableCell component="th" scope="row">
                    {channelWords[channel].all}
                  </TableCell>
                  <TableCell sx={{ width: 110 }}>
                    <Whole
                      label={`${channelWords[channel].all}: ${t.needs}`}
                      value={slots}
                      disabled={!mayEdit}
                      onChange={(next) => set(channel, { slots: next })}
                    />
                  </TableCell>
                  <TableCell sx={{ width: 110 }}>
                    <Whole
                      label={`${channelWords[channel].all}: ${t.most}`}
                      value={most}
                      disabled={!mayEdit}
                      onChange={(next) => set(channel, { most: next })}
                    />
                  </TableCell>
                  <TableCell>
                    <Checkbox
                      size="small"
                      checked={alone}
                      disabled={!mayEdit}
                      slotProps={{ input: { 'aria-label': `${channelWords[channel].all}: ${t.alone}` } }}
                      onChange={({ target }) => set(channel, { alone: target.checked })}
                    />
                    {alone &&
                      channels
                        .filter((other) => other !== channel)
                        .map((other) => (
                          <FormControlLabel
                            key={other}
                            sx={{ display: 'flex', marginInlineStart: 0.25 }}
                            control={
                              <Checkbox
                                size="small"
                                checked={beside.includes(other)}
                                disabled={!mayEdit}
                                onChange={({ target }) =>
                                  set(channel, {
                                    beside: channels.filter((one) =>
                                      one === other ? target.checked : beside.includes(one),
                                    ),
                                  })
                                }
                              />
                            }
                            label={`${t.beside} ${channelWords[other].all.toLowerCase()}`}
                          />
                        ))}
                  </TableCell>
                </TableRow>
              )
            })}
          </TableBody>
        </Table>
        <AtField name="channels" />
        <Holding of={['freeForCalls']}>
          <WholeField
            label={t.freeForCalls}
            help={t.freeForCallsHelp}
            value={value.freeForCalls}
            disabled={!mayEdit}
            fault={form.faultOf('freeForCalls')}
            onChange={(n) => form.set({ freeForCalls: n ?? 0 })}
          />
        </Holding>
        <Box>
          <FormControlLabel
            control={
              <Checkbox
                checked={value.sameCustomerInCalls}
                disabled={!mayEdit}
                slotProps={{ input: { 'aria-describedby': 'same-customer-help' } }}
                onChange={({ target }) => form.set({ sameCustomerInCalls: target.checked })}
              />
            }
            label={t.sameCustomerInCalls}
          />
          <Typography id="same-customer-help" variant="body2">
            {t.sameCustomerInCallsHelp}
          </Typography>
        </Box>
        <PeoplePart form={form} mayEdit={mayEdit} label={t.people(value.personIds.length)} people={people} />
      </EditorFrame>
      <EffectsPane found={found}>
        <Combination limits={value} />
      </EffectsPane>
    </FoundAtFields>
  )
}

interface WholeProps {
  readonly label: string
  readonly value: number
  readonly disabled: boolean
  readonly onChange: (value: number) => void
}

const Whole = ({ label, value, disabled, onChange }: WholeProps) => (
  <TextField
    type="number"
    size="small"
    value={value}
    disabled={disabled}
    onChange={({ target }) => onChange(Math.max(0, Math.round(Number(target.value))))}
    slotProps={{ htmlInput: { 'aria-label': label, min: 0, max: 20 } }}
  />
)

/** What one person would have at the same time, on their ring: each channel says whether one more fits, and why not. */
function Combination({ limits }: { limits: LimitsValue }) {
  const [carried, setCarried] = useState<readonly Channel[]>([])
  const [ofOne, setOfOne] = useState(false)
  const taken = slotsTaken(limits, carried)
  const drop = (channel: Channel): void => {
    const at = carried.lastIndexOf(channel)
    setCarried(carried.filter((_, n) => n !== at))
  }
  // One that takes several slots fills as many arcs.
  const arcs = carried.flatMap((channel, n) =>
    Array.from({ length: limits.channels[channel].slots }, (_, k) => ({
      id: `${n} ${k}`,
      phase: 'connected' as const,
    })),
  )
  return (
    <Box component="section" aria-label={t.try} sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h3">{t.try}</Typography>
      <Typography variant="body2">{t.tryHelp}</Typography>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
        <LoadRing slots={limits.slots} carried={arcs} admits label={t.ring(taken, limits.slots)} size={96} />
        <Typography variant="figure">{t.ring(taken, limits.slots)}</Typography>
      </Box>
      {limits.sameCustomerInCalls && (
        <FormControlLabel
          control={<Checkbox checked={ofOne} onChange={({ target }) => setOfOne(target.checked)} />}
          label={t.ofOne}
        />
      )}
      {channels.map((channel) => {
        const gap = roomGap(limits, carried, channel, ofOne)
        const n = carried.filter((one) => one === channel).length
        return (
          <Box
            key={channel}
            sx={{ display: 'grid', gridTemplateColumns: '84px auto auto 1fr', gap: 1, alignItems: 'center' }}
          >
            <Typography>{t.counted(channel, n)}</Typography>
            <Button
              size="small"
              aria-label={t.drop(channel)}
              disabled={n === 0}
              onClick={() => drop(channel)}
              sx={{ minWidth: 34 }}
            >
              −
            </Button>
            <Button
              size="small"
              aria-label={t.add(channel)}
              disabled={gap !== null}
              onClick={() => setCarried([...carried, channel])}
              sx={{ minWidth: 34 }}
            >
              +
            </Button>
            <Typography variant="body2" role="status">
              {gap === null ? `✓ ${t.fits(channel)}` : t.gap(channel, gap)}
            </Typography>
          </Box>
        )
      })}
    </Box>
  )
}
