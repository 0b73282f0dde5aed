'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { filled, type ScriptStep } from '@eudromos/core/plan'
import { script as t } from '../../../messages/scripts.ts'
import type { ScriptView } from '../../../view/script.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { useFetched } from '../../fetched.ts'
import { useNotice } from '../../frame/notice.tsx'
import { requestJson } from '../../stream/send.ts'
import { hearAnswers, tellAnswers } from './script-answers.ts'
import { ScriptSteps } from './script-steps.tsx'
import { fieldsOf } from '../saying/templates.ts'

/** The script of a call’s queue, followed step by step; each answer is kept at once. Nothing where there is none. */
export function ScriptPanel({ interaction, view }: { interaction: InteractionView; view: View }) {
  const notice = useNotice()
  const { id, queueId } = interaction
  const url = `/api/scripts/${encodeURIComponent(id)}`
  const has = view.plan?.queues.find((queue) => queue.id === queueId)?.scriptId != null
  // Another queue has another script.
  const { value, error } = useFetched<ScriptView>(has ? `${url}?queue=${encodeURIComponent(queueId)}` : null)
  const [answered, setAnswered] = useState<ScriptView | null>(null)
  useEffect(() => hearAnswers(id, setAnswered), [id])
  if (!has) return null
  if (error !== null) return <Alert severity="warning">{error}</Alert>
  const known = answered?.script?.id === value?.script?.id ? (answered ?? value) : value
  const script = known?.script ?? null
  if (known === null || script === null) return null
  const own = known.answers.filter(({ scriptId }) => scriptId === script.id)
  const others = known.answers.filter(({ scriptId, question }) => scriptId !== script.id && question !== '')
  const answer = async (step: ScriptStep, given: string): Promise<boolean> => {
    try {
      const body = { scriptId: script.id, stepId: step.id, answer: given }
      tellAnswers(id, await requestJson<ScriptView>(url, 'PUT', body))
      return true
    } catch (caught) {
      notice((caught as Error).message)
      return false
    }
  }
  return (
    <Box component="section" aria-label={t.of(script.name)} sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h3">{t.of(script.name)}</Typography>
      {others.map(({ scriptName, stepId, question, answer: given }) => (
        <Typography key={`${scriptName} ${stepId}`} variant="body2">
          {question} <strong>{given}</strong> ({t.earlier(scriptName)})
        </Typography>
      ))}
      <ScriptSteps
        script={script}
        answers={new Map(own.map((one) => [one.stepId, one.answer]))}
        filled={(text) => filled(text, fieldsOf(interaction, view))}
        keptAs={`script ${id}`}
        onAnswer={answer}
      />
    </Box>
  )
}
