'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import { walkOf, type CallScript, type ScriptStep } from '@eudromos/core/plan'
import { script as t } from '../../../messages/scripts.ts'
import { useKept } from '../../kept.ts'

interface ScriptStepsProps {
  readonly script: CallScript
  /** By the ids of steps. */
  readonly answers: ReadonlyMap<string, string>
  /** With its fields filled in. */
  readonly filled: (text: string) => string
  /** Whose answers they are: what is being written is kept under it. */
  readonly keptAs: string
  /** False where it was not kept. */
  readonly onAnswer: (step: ScriptStep, answer: string) => Promise<boolean>
}

/** The way through a script so far, and the step where one is: what to say, what to ask, where it goes on. */
export function ScriptSteps({ script, answers, filled, keptAs, onAnswer }: ScriptStepsProps) {
  const [reopened, setReopened] = useState<string | null>(null)
  const { steps, done } = walkOf(script, answers)
  const open = steps.find(({ step }) => step.id === reopened) ?? (done ? undefined : steps.at(-1))
  const before = steps.filter((one) => one !== open && one.answer !== null)
  const here = useRef<HTMLDivElement>(null)
  const moved = useRef(false)
  const openId = open?.step.id
  // Whoever answered by keyboard goes on where the script does.
  useEffect(() => {
    if (moved.current) here.current?.focus()
    moved.current = false
  }, [openId])
  const answer = async (step: ScriptStep, given: string): Promise<boolean> => {
    if (!(await onAnswer(step, given))) return false
    moved.current = true
    setReopened(null)
    return true
  }
  return (
    <>
      {before.length > 0 && (
        <Box component="ol" aria-label={t.walked} sx={{ margin: 0, padding: 0, listStyle: 'none' }}>
          {before.map(({ step, answer: given }) => (
            <Box
              component="li"
              key={step.id}
              sx={{ display: 'flex', alignItems: 'baseline', gap: 1, borderBottom: 1, borderColor: 'divider' }}
            >
              <Typography variant="body2" sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
                ✓ {step.asks === 'nothing' ? step.title : step.question}
                {given !== '' && (
                  <Typography component="span" sx={{ fontWeight: 650 }}>
                    {' '}
                    {given}
                  </Typography>
                )}
              </Typography>
              <Button
                size="small"
                aria-label={t.change(step.asks === 'nothing' ? step.title : step.question)}
                onClick={() => {
                  moved.current = true
                  setReopened(step.id)
                }}
              >
                {step.asks === 'nothing' ? t.see : t.changeShort}
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {open === undefined ? (
        <Typography ref={here} tabIndex={-1} role="status">
          {t.done}
        </Typography>
      ) : (
        <Box
          ref={here}
          tabIndex={-1}
          role="group"
          aria-label={open.step.title}
          sx={{
            borderInlineStart: '3px solid',
            borderColor: 'primary.main',
            paddingInlineStart: 1.5,
            display: 'grid',
            gap: 1,
          }}
        >
          <Typography sx={{ fontWeight: 650 }}>{open.step.title}</Typography>
          {open.step.say !== '' && (
            <Typography sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere', fontSize: '1rem' }}>
              {filled(open.step.say)}
            </Typography>
          )}
          <Asked
            key={open.step.id}
            step={open.step}
            given={open.answer}
            keptAs={`${keptAs} ${open.step.id}`}
            onAnswer={(given) => answer(open.step, given)}
          />
        </Box>
      )}
    </>
  )
}

interface AskedProps {
  readonly step: ScriptStep
  readonly given: string | null
  readonly keptAs: string
  readonly onAnswer: (answer: string) => Promise<boolean>
}

/** What one step wants to know, or that it is passed. */
function Asked({ step, given, keptAs, onAnswer }: AskedProps) {
  const [kept, setKept] = useKept(keptAs)
  const words = kept === '' ? (given ?? '') : kept
  switch (step.asks) {
    case 'nothing':
      return (
        <Button variant="outlined" onClick={() => void onAnswer('')} sx={{ justifySelf: 'start' }}>
          {t.next}
        </Button>
      )
    case 'choice':
      return (
        <Box role="group" aria-label={step.question} sx={{ display: 'grid', gap: 0.75 }}>
          <Typography>{step.question}</Typography>
          <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {step.answers.map(({ text }) => (
              <Button
                key={text}
                variant="outlined"
                aria-pressed={given === text}
                onClick={() => void onAnswer(text)}
                sx={{ bgcolor: given === text ? 'action.selected' : undefined }}
              >
                {given === text && '✓ '}
                {text}
              </Button>
            ))}
          </Box>
        </Box>
      )
    case 'words':
      return (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault()
            // In the plan it stands beside a form.
            event.stopPropagation()
            void onAnswer(words.trim()).then((done) => done && setKept(''))
          }}
          sx={{ display: 'flex', gap: 1, alignItems: 'start', flexWrap: 'wrap' }}
        >
          <TextField
            size="small"
            label={step.question}
            value={words}
            onChange={({ target }) => setKept(target.value)}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
            sx={{ flex: '1 1 180px' }}
          />
          <Button type="submit" variant="outlined" disabled={words.trim() === ''}>
            {t.keep}
          </Button>
        </Box>
      )
  }
}
