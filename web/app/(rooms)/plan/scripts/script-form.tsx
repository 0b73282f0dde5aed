'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { newId } from '../../../../view/new-id.ts'
import {
  checkScript,
  filled,
  nextStep,
  usersOfScript,
  walkOf,
  withoutStep,
  type CallScript,
  type PlanDocument,
  type ScriptStep,
  type ScriptId,
} from '@eudromos/core/plan'
import { ScriptSteps } from '../../../../components/seat/conversation/script-steps.tsx'
import { en } from '../../../../messages/en.ts'
import { script as t } from '../../../../messages/scripts.ts'
import { mostSteps, scriptShape } from '../../../../view/script-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { EditorFrame, TextPart, type EditorProps } from '../form/editor.tsx'
import { EffectsPane, FoundAtFields, Holding } from '../form/findings.tsx'
import { peopleFound, scriptMends } from '../form/found.ts'
import { ScriptMap } from './script-map.tsx'
import { StepPart } from './step-part.tsx'

export type ScriptValue = PlanDocument['scripts'][number]

const blankStep = (): ScriptStep => ({
  id: newId(),
  title: '',
  say: '',
  asks: 'nothing',
  question: '',
  answers: [],
  to: nextStep,
})

export const blankScript = (id: ScriptId): ScriptValue => ({ id, name: '', steps: [blankStep()] })

/** What agents say and ask in calls, step by step, with the way through it drawn, to be tried. */
export function ScriptForm(props: EditorProps<ScriptValue>) {
  const { value: initial, document, mayEdit } = props
  const form = useDraftForm(props, { shape: scriptShape, url: '/api/plan/scripts', part: 'script' })
  const value = form.value
  const { steps } = value
  const users = usersOfScript(document, initial.id)
  const found = peopleFound(checkScript(value, document), form, scriptMends, document, mayEdit)
  const [tried, setTried] = useState<ReadonlyMap<string, string>>(new Map())
  const move = (n: number, by: -1 | 1): void => {
    const one = steps[n]
    if (one !== undefined) form.set({ steps: steps.toSpliced(n, 1).toSpliced(n + by, 0, one) })
  }
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(users)}
        users={[]}
        others={[]}
        none={t.none}
        removeNote={t.removeNote(users)}
      >
        <TextPart form={form} mayEdit={mayEdit} name="name" label={en.plan.name} />
        <Holding of={['steps']}>
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            {steps.map((step, n) => (
              <StepPart
                key={step.id}
                n={n}
                step={step}
                steps={steps}
                mayEdit={mayEdit}
                faultOf={(path) => form.faultOf(`steps[${n}].${path}`)}
                onChange={(change) => form.set({ steps: steps.with(n, { ...step, ...change }) })}
                onMove={(by) => move(n, by)}
                onRemove={() => form.set({ steps: withoutStep(value, step.id).steps })}
              />
            ))}
          </Box>
        </Holding>
        {mayEdit && steps.length < mostSteps && (
          <Button sx={{ justifySelf: 'start' }} onClick={() => form.set({ steps: [...steps, blankStep()] })}>
            {t.addStep}
          </Button>
        )}
      </EditorFrame>
      <EffectsPane found={found} stays>
        <Box component="section" aria-label={t.map} sx={{ display: 'grid', gap: 1 }}>
          <Typography variant="h3">{t.map}</Typography>
          <ScriptMap script={value} walked={new Set(walkOf(value, tried).steps.map(({ step }) => step.id))} />
        </Box>
        <Trial script={value} document={document} tried={tried} onTry={setTried} />
      </EffectsPane>
    </FoundAtFields>
  )
}

interface TrialProps {
  readonly script: CallScript
  readonly document: PlanDocument
  readonly tried: ReadonlyMap<string, string>
  readonly onTry: (answers: ReadonlyMap<string, string>) => void
}

/** The script as its agents see it, to be gone through. */
function Trial({ script, document, tried, onTry }: TrialProps) {
  const fields = { ...t.sample, centre: document.centre.name }
  return (
    <Box component="section" aria-label={t.tryIt} sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          {t.tryIt}
        </Typography>
        {tried.size > 0 && (
          <Button size="small" onClick={() => onTry(new Map())}>
            {t.again}
          </Button>
        )}
      </Box>
      <Typography variant="body2">{t.tryHelp}</Typography>
      <ScriptSteps
        script={script}
        answers={tried}
        filled={(text) => filled(text, fields)}
        keptAs={`try ${script.id}`}
        onAnswer={(step, answer) => {
          onTry(new Map(tried).set(step.id, answer))
          return Promise.resolve(true)
        }}
      />
    </Box>
  )
}
