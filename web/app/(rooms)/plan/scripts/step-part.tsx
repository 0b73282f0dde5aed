'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { nextStep, noStep, scriptAsks, type ScriptAsks, type ScriptStep, type ScriptWay } from '@eudromos/core/plan'
import { script as t } from '../../../../messages/scripts.ts'
import { mostAnswers } from '../../../../view/script-shape.ts'

interface StepPartProps {
  /** From 0. */
  readonly n: number
  readonly step: ScriptStep
  readonly steps: readonly ScriptStep[]
  readonly mayEdit: boolean
  /** What is wrong with a field of the step, by its path within it. */
  readonly faultOf: (path: string) => string | undefined
  readonly onChange: (change: Partial<ScriptStep>) => void
  readonly onMove: (by: -1 | 1) => void
  readonly onRemove: () => void
}

const yesOrNo = [
  { text: t.yes, to: nextStep },
  { text: t.no, to: nextStep },
]

/** One step of a script: what is said, what is asked, and where it goes on. */
export function StepPart({ n, step, steps, mayEdit, faultOf, onChange, onMove, onRemove }: StepPartProps) {
  const { title, asks, answers, to } = step
  const number = n + 1
  const field = (name: 'title' | 'say' | 'question', label: string, most: number, help?: string) => (
    <TextField
      label={label}
      value={step[name]}
      disabled={!mayEdit}
      fullWidth
      multiline={name === 'say'}
      maxRows={8}
      error={faultOf(name) !== undefined}
      helperText={faultOf(name) ?? help}
      onChange={({ target }) => onChange({ [name]: target.value })}
      slotProps={{ htmlInput: { maxLength: most } }}
    />
  )
  const choose = (next: ScriptAsks): void =>
    onChange({ asks: next, ...(next === 'choice' && answers.length === 0 && { answers: yesOrNo }) })
  return (
    <Box
      role="group"
      aria-label={`${t.step(number)} ${title}`}
      sx={{ border: 1, borderColor: 'divider', borderRadius: 2, padding: 1.5, display: 'grid', gap: 1.5 }}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          {t.step(number)}
        </Typography>
        {mayEdit && (
          <>
            <Button size="small" disabled={n === 0} aria-label={t.up(number)} onClick={() => onMove(-1)}>
              ↑
            </Button>
            <Button
              size="small"
              disabled={number === steps.length}
              aria-label={t.down(number)}
              onClick={() => onMove(1)}
            >
              ↓
            </Button>
            <Button size="small" disabled={steps.length === 1} aria-label={t.removeStep(number)} onClick={onRemove}>
              ✕
            </Button>
          </>
        )}
      </Box>
      {field('title', t.stepTitle, 80)}
      {field('say', t.say, 2000, n === 0 ? t.sayHelp : undefined)}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '140px 1fr' }, gap: 1.5, alignItems: 'start' }}>
        <TextField
          select
          label={t.asks}
          value={asks}
          disabled={!mayEdit}
          onChange={({ target }) => choose(target.value as ScriptAsks)}
        >
          {scriptAsks.map((one) => (
            <MenuItem key={one} value={one}>
              {t.asking[one]}
            </MenuItem>
          ))}
        </TextField>
        {asks === 'nothing' ? (
          <WayField value={to} step={step} steps={steps} mayEdit={mayEdit} onChange={(way) => onChange({ to: way })} />
        ) : (
          field('question', t.question, 200, n === 0 ? t.questionHelp : undefined)
        )}
      </Box>
      {asks === 'words' && (
        <WayField value={to} step={step} steps={steps} mayEdit={mayEdit} onChange={(way) => onChange({ to: way })} />
      )}
      {asks === 'choice' && (
        <>
          {answers.map((one, place) => {
            const fault = faultOf(`answers[${place}].text`)
            const put = (change: Partial<typeof one>): void =>
              onChange({ answers: answers.with(place, { ...one, ...change }) })
            return (
              <Box
                key={place}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr auto' },
                  gap: 1,
                  alignItems: 'start',
                }}
              >
                <TextField
                  label={t.answer(place + 1)}
                  value={one.text}
                  disabled={!mayEdit}
                  error={fault !== undefined}
                  helperText={fault}
                  onChange={({ target }) => put({ text: target.value })}
                  slotProps={{ htmlInput: { maxLength: 80 } }}
                />
                <WayField
                  value={one.to}
                  step={step}
                  steps={steps}
                  mayEdit={mayEdit}
                  onChange={(way) => put({ to: way })}
                />
                {mayEdit && (
                  <Button
                    size="small"
                    aria-label={t.removeAnswer(place + 1)}
                    onClick={() => onChange({ answers: answers.toSpliced(place, 1) })}
                  >
                    ✕
                  </Button>
                )}
              </Box>
            )
          })}
          {faultOf('answers') !== undefined && (
            <Typography variant="body2" sx={{ color: 'error.main', fontWeight: 650 }}>
              ! {faultOf('answers')}
            </Typography>
          )}
          {mayEdit && answers.length < mostAnswers && (
            <Button
              size="small"
              sx={{ justifySelf: 'start' }}
              onClick={() => onChange({ answers: [...answers, { text: '', to: nextStep }] })}
            >
              {t.addAnswer}
            </Button>
          )}
        </>
      )}
    </Box>
  )
}

interface WayFieldProps {
  readonly value: ScriptWay
  readonly step: ScriptStep
  readonly steps: readonly ScriptStep[]
  readonly mayEdit: boolean
  readonly onChange: (way: ScriptWay) => void
}

/** Where it goes on: with the next step, at another one, or nowhere. */
function WayField({ value, step, steps, mayEdit, onChange }: WayFieldProps) {
  return (
    <TextField
      select
      label={t.goesOn}
      value={value}
      disabled={!mayEdit}
      onChange={({ target }) => onChange(target.value)}
    >
      <MenuItem value={nextStep}>{t.ways.next}</MenuItem>
      {steps.flatMap((one, n) =>
        one.id === step.id
          ? []
          : [
              <MenuItem key={one.id} value={one.id}>
                {t.toStep(n + 1, one.title)}
              </MenuItem>,
            ],
      )}
      <MenuItem value={noStep}>{t.ways.end}</MenuItem>
    </TextField>
  )
}
