import * as yup from './yup.ts'
import { nextStep, noStep, scriptAsks } from '@eudromos/core/plan'
import { id, name } from './hours-shape.ts'

export const mostSteps = 100
export const mostAnswers = 12

const way = (what: string) => yup.string().max(200).required(`${what}: say where it goes on.`)

const step = yup.object({
  id: yup
    .string()
    .max(200)
    .notOneOf([nextStep, noStep], 'Steps: give another id than “next” or “end”.')
    .required('Steps: give each an id.'),
  title: yup
    .string()
    .trim()
    .min(1, 'Step: give it a title.')
    .max(80, 'Step: use at most 80 characters.')
    .required('Step: give it a title.'),
  say: yup.string().trim().max(2000, 'Say: use at most 2,000 characters.').default(''),
  asks: yup.string().oneOf(scriptAsks, 'Asks: choose one.').required(),
  question: yup
    .string()
    .trim()
    .max(200, 'Question: use at most 200 characters.')
    .default('')
    .when('asks', ([asks]: string[], shape) =>
      asks === 'nothing' ? shape : shape.min(1, 'Question: write what the answer is kept as.'),
    ),
  answers: yup
    .array()
    .of(
      yup.object({
        text: yup
          .string()
          .trim()
          .min(1, 'Answer: write it, or remove it.')
          .max(80, 'Answer: use at most 80 characters.')
          .required('Answer: write it, or remove it.'),
        to: way('Answer'),
      }),
    )
    .max(mostAnswers, `Answers: use at most ${mostAnswers}.`)
    .default([])
    .when('asks', ([asks]: string[], shape) =>
      asks === 'choice' ? shape.min(2, 'Answers: give at least two to choose among.') : shape,
    )
    .test(
      'once',
      'Answers: give each only once.',
      (all) => new Set((all ?? []).map(({ text }) => text)).size === (all ?? []).length,
    ),
  to: way('Step'),
})

/** A call script as the form sends it. */
export const scriptShape = yup.object({
  id,
  name: name('the script'),
  steps: yup
    .array()
    .of(step)
    .min(1, 'Steps: give at least one.')
    .max(mostSteps, `Steps: use at most ${mostSteps}.`)
    .required('Steps: give at least one.')
    .test(
      'once',
      'Steps: give each an id of its own.',
      (all) => new Set((all ?? []).map((one) => one.id)).size === (all ?? []).length,
    ),
})
