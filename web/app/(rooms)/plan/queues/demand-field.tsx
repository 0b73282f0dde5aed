'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState, type ReactNode } from 'react'
import { useController, type Control } from 'react-hook-form'
import type { PlanDocument, QueueEdit, PersonId } from '@eudromos/core/plan'
import { demand as t } from '../../../../messages/skills.ts'
import { AskedField } from '../form/asked-field.tsx'
import { ReachField } from './reach-field.tsx'
import { ladderOf, withStep, withoutStep, type Ladder } from './ladder.ts'

type Queue = QueueEdit

interface DemandFieldProps {
  readonly control: Control<Queue>
  readonly document: PlanDocument
  readonly people: readonly { readonly id: PersonId; readonly name: string; readonly roles: readonly string[] }[]
  readonly mayEdit: boolean
}

const levels = [1, 2, 3, 4, 5]
/** What the server takes. */
const mostSeconds = 86_400
const mostSteps = 20

/** What is asked for, of whom from when on, and how urgent it is: first at entry, then step by step along the wait. */
export function DemandField({ control, document, people, mayEdit }: DemandFieldProps) {
  const { skills } = document
  const { field: requirements, fieldState } = useController({ control, name: 'requirements' })
  const { field: relaxations } = useController({ control, name: 'relaxations' })
  const { field: laterReaches } = useController({ control, name: 'laterReaches' })
  const { field: prioritySteps } = useController({ control, name: 'prioritySteps' })
  const { field: priority } = useController({ control, name: 'priority' })
  const named = (id: string): string => skills.find((one) => one.id === id)?.name ?? id
  const ladder: Ladder = {
    relaxations: relaxations.value,
    laterReaches: laterReaches.value,
    prioritySteps: prioritySteps.value,
  }
  const setLadder = (next: Ladder): void => {
    relaxations.onChange(next.relaxations)
    laterReaches.onChange(next.laterReaches)
    prioritySteps.onChange(next.prioritySteps)
  }
  const steps = ladderOf(ladder)
  return (
    <>
      <Group title={t.skills}>
        <AskedField
          value={requirements.value}
          skills={skills}
          mayEdit={mayEdit}
          fault={fieldState.error?.message}
          onChange={requirements.onChange}
          onRenamed={(from, to) =>
            relaxations.onChange(relaxations.value.map((one) => (one.skillId === from ? { ...one, skillId: to } : one)))
          }
          onTakenOff={(skillId) => relaxations.onChange(relaxations.value.filter((one) => one.skillId !== skillId))}
        />
      </Group>
      <TextField
        select
        label={t.priority}
        helperText={t.priorityHelp}
        value={priority.value}
        disabled={!mayEdit}
        onChange={({ target }) => priority.onChange(Number(target.value))}
        sx={{ maxWidth: 280 }}
      >
        {Array.from({ length: 10 }, (_, n) => n + 1).map((n) => (
          <MenuItem key={n} value={n}>
            {t.priorityOf(n)}
          </MenuItem>
        ))}
      </TextField>
      <Group title={t.ladder} help={t.ladderHelp}>
        {steps.map((step) => (
          <Box
            key={step.afterSeconds}
            role="group"
            aria-label={t.stripStep(step.afterSeconds, step.agentIds.length + step.teams.length)}
            sx={{
              display: 'grid',
              gridTemplateColumns: '118px minmax(0, 1fr) 40px',
              gap: 1,
              alignItems: 'start',
              borderLeft: 3,
              borderColor: 'divider',
              paddingInlineStart: 1.5,
            }}
          >
            <Seconds
              value={step.afterSeconds}
              taken={steps.map(({ afterSeconds }) => afterSeconds)}
              disabled={!mayEdit}
              onChange={(seconds) =>
                setLadder(withStep(withoutStep(ladder, step.afterSeconds), { ...step, afterSeconds: seconds }))
              }
            />
            <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(160px, 1fr))' }}>
              {requirements.value.map(({ skillId, least, most }) => {
                const relaxed = step.relaxations.find((one) => one.skillId === skillId)
                return (
                  <TextField
                    key={skillId}
                    select
                    label={named(skillId)}
                    value={relaxed === undefined ? '' : String(relaxed.least)}
                    disabled={!mayEdit}
                    slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
                    onChange={({ target }) => {
                      const others = step.relaxations.filter((one) => one.skillId !== skillId)
                      const level = Number(target.value)
                      const mine = target.value === '' ? [] : [{ skillId, least: level, most: level === 0 ? 5 : most }]
                      setLadder(withStep(ladder, { ...step, relaxations: [...others, ...mine] }))
                    }}
                  >
                    <MenuItem value="">{t.asBefore}</MenuItem>
                    {[0, ...levels]
                      .filter((level) => level < least || level === relaxed?.least)
                      .map((level) => (
                        <MenuItem key={level} value={String(level)}>
                          {t.atLeast(level)}
                        </MenuItem>
                      ))}
                  </TextField>
                )
              })}
              <TextField
                select
                label={t.priority}
                value={step.priority === null ? '' : String(step.priority)}
                disabled={!mayEdit}
                slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
                onChange={({ target }) =>
                  setLadder(withStep(ladder, { ...step, priority: target.value === '' ? null : Number(target.value) }))
                }
              >
                <MenuItem value="">{t.asBefore}</MenuItem>
                {Array.from({ length: 10 }, (_, n) => n + 1)
                  .filter((n) => n > priority.value || n === step.priority)
                  .map((n) => (
                    <MenuItem key={n} value={String(n)}>
                      {t.priorityOf(n)}
                    </MenuItem>
                  ))}
              </TextField>
              <Box sx={{ gridColumn: '1 / -1' }}>
                <ReachField
                  value={step}
                  label={t.alsoOffered(step.agentIds.length + step.teams.length)}
                  document={document}
                  people={people}
                  disabled={!mayEdit}
                  onChange={(reach) => setLadder(withStep(ladder, { ...step, ...reach }))}
                />
              </Box>
            </Box>
            {mayEdit && (
              <IconButton
                aria-label={t.removeStep(step.afterSeconds)}
                size="small"
                onClick={() => setLadder(withoutStep(ladder, step.afterSeconds))}
              >
                <CloseIcon fontSize="small" />
              </IconButton>
            )}
          </Box>
        ))}
        {mayEdit && steps.length < mostSteps && (
          <Button
            sx={{ justifySelf: 'start' }}
            onClick={() => {
              const afterSeconds = (steps.at(-1)?.afterSeconds ?? 0) + 30
              setLadder(withStep(ladder, { afterSeconds, relaxations: [], agentIds: [], teams: [], priority: null }))
            }}
          >
            {t.addStep}
          </Button>
        )}
      </Group>
    </>
  )
}

function Group({ title, help, children }: { title: string; help?: string; children: ReactNode }) {
  return (
    <Box component="fieldset" sx={{ border: 0, margin: 0, padding: 0, minWidth: 0, display: 'grid', gap: 1.5 }}>
      <Box component="legend" sx={{ padding: 0, marginBlockEnd: 1 }}>
        <Typography variant="h3" component="span">
          {title}
        </Typography>
      </Box>
      {help !== undefined && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {help}
        </Typography>
      )}
      {children}
    </Box>
  )
}

interface SecondsProps {
  readonly value: number
  readonly taken: readonly number[]
  readonly disabled: boolean
  readonly onChange: (seconds: number) => void
}

/** Taken over when one leaves the field or presses Enter: a number half typed would be another step. */
function Seconds({ value, taken, disabled, onChange }: SecondsProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const seconds = Number(typed ?? value)
  const well =
    Number.isInteger(seconds) &&
    seconds >= 1 &&
    seconds <= mostSeconds &&
    (seconds === value || !taken.includes(seconds))
  const settle = (): void => {
    if (typed !== null && well && seconds !== value) onChange(seconds)
    setTyped(null)
  }
  return (
    <TextField
      label={t.after}
      value={typed ?? value}
      disabled={disabled}
      error={!well}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={settle}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return
        event.preventDefault()
        settle()
      }}
      slotProps={{
        htmlInput: { inputMode: 'numeric', style: { fontFamily: "'Spline Sans Mono Variable', monospace" } },
      }}
    />
  )
}
