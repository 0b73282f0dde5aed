'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { newId } from '../../../view/new-id.ts'
import { timeText } from '../../../components/format.ts'
import { queueName } from '../../../components/frame/headline.tsx'
import { useNotice } from '../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { useSending } from '../../../components/stream/sending.ts'
import { lending as t } from '../../../messages/steering.ts'
import { endOf, lasts, type Lasting } from '../../../view/lasting.ts'
import type { PersonView, View } from '../../../view/view.ts'

interface LendingPanelProps {
  readonly person: PersonView
  readonly view: View
  readonly now: number
  readonly mayLayOver: boolean
}

/** A person lent to a queue, or given a skill, for a while; what is laid over is listed and taken back singly. */
export function LendingPanel({ person, view, now, mayLayOver }: LendingPanelProps) {
  const store = useLiveStore()
  const notice = useNotice()
  const { busy, error, send } = useSending()
  const [lasting, setLasting] = useState<Lasting>('hour')
  const [queueId, setQueueId] = useState('')
  const [skillId, setSkillId] = useState('')
  const [level, setLevel] = useState(3)
  const [giveMissing, setGiveMissing] = useState(true)
  const { plan } = view
  if (plan === null || (!mayLayOver && person.loans.length + person.grants.length === 0)) return null
  const skillName = (id: string): string => plan.skills.find((skill) => skill.id === id)?.name ?? id
  const at = (until: number): string => timeText(until, plan.zone, now)
  const laid = [
    ...person.loans.map(({ id, queueId: of, until, byName }) => ({
      id,
      text: t.lent(queueName(view, of), at(until), byName),
      end: () => sendCommand(store, 'endLoan', { loanId: id }),
    })),
    ...person.grants.map((grant) => ({
      id: grant.id,
      text: t.granted(skillName(grant.skillId), grant.level, at(grant.until), grant.byName),
      end: () => sendCommand(store, 'endGrant', { grantId: grant.id }),
    })),
  ]
  const queues = plan.queues.filter(({ id, service }) => service !== 'retired' && !person.queueIds.includes(id))
  const missing = (plan.queues.find(({ id }) => id === queueId)?.requirements ?? []).filter(
    ({ skillId: needed, least }) => (person.skills.find((one) => one.skillId === needed)?.level ?? 0) < least,
  )
  /** Lent where a skill is missing, they would be offered nothing there. */
  const lend = async (): Promise<void> => {
    const agentId = person.id
    const [span, granted] = [until(), giveMissing ? missing : []]
    // Where lending is refused no skill is left behind.
    await sendCommand(store, 'lendAgent', { loanId: newId(), agentId, queueId, until: span })
    for (const { skillId: needed, least } of granted)
      await sendCommand(store, 'grantSkill', { grantId: newId(), agentId, skillId: needed, level: least, until: span })
  }
  const until = (): number => endOf(lasting, plan.zone, now)
  /** Only what was sent is cleared: the other may have been chosen while the answer was on its way. */
  const doneWith = (clear: (nothing: '') => void) => (): void => {
    clear('')
    notice(t.done, 'done')
  }
  return (
    <Box component="section" aria-label={t.title} sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h3" component="h3">
        {t.title}
      </Typography>
      {laid.map(({ id, text, end }) => (
        <Box key={id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Typography variant="body2" sx={{ flex: 1 }}>
            {text}
          </Typography>
          {mayLayOver && (
            <Button size="small" disabled={busy} aria-label={t.takeBackOf(text)} onClick={() => void send(end)}>
              {t.takeBack}
            </Button>
          )}
        </Box>
      ))}
      {mayLayOver && (
        <>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {t.help}
          </Typography>
          {error !== null && <Alert severity="error">{error}</Alert>}
          <TextField
            select
            size="small"
            label={t.until}
            value={lasting}
            onChange={({ target }) => setLasting(target.value as Lasting)}
            sx={{ width: 220 }}
          >
            {(Object.keys(lasts) as Lasting[]).map((one) => (
              <MenuItem key={one} value={one}>
                {t[one]}
              </MenuItem>
            ))}
          </TextField>
          <Box sx={{ display: 'flex', gap: 1 }}>
            <TextField
              select
              size="small"
              label={t.lend}
              value={queueId}
              disabled={queues.length === 0}
              helperText={queues.length === 0 ? t.none : undefined}
              onChange={({ target }) => setQueueId(target.value)}
              sx={{ flex: 1 }}
            >
              {queues.map(({ id, name }) => (
                <MenuItem key={id} value={id}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
            <Button disabled={busy || queueId === ''} onClick={() => void send(lend, doneWith(setQueueId))}>
              {t.doLend}
            </Button>
          </Box>
          {missing.length > 0 && (
            <FormControlLabel
              control={<Checkbox checked={giveMissing} onChange={(_, on) => setGiveMissing(on)} />}
              label={missing.map(({ skillId: needed, least }) => t.lacks(skillName(needed), least)).join('; ')}
            />
          )}
          <Box sx={{ display: 'flex', gap: 1 }}>
            <TextField
              select
              size="small"
              label={t.grant}
              value={skillId}
              onChange={({ target }) => setSkillId(target.value)}
              sx={{ flex: 1 }}
            >
              {plan.skills.map(({ id, name }) => (
                <MenuItem key={id} value={id}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              select
              size="small"
              label={t.level}
              value={level}
              onChange={({ target }) => setLevel(Number(target.value))}
              sx={{ width: 84 }}
            >
              {[1, 2, 3, 4, 5].map((one) => (
                <MenuItem key={one} value={one}>
                  {one}
                </MenuItem>
              ))}
            </TextField>
            <Button
              disabled={busy || skillId === ''}
              onClick={() =>
                void send(
                  () =>
                    sendCommand(store, 'grantSkill', {
                      grantId: newId(),
                      agentId: person.id,
                      skillId,
                      level,
                      until: until(),
                    }),
                  doneWith(setSkillId),
                )
              }
            >
              {t.doGrant}
            </Button>
          </Box>
        </>
      )}
    </Box>
  )
}
