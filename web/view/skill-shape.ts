import * as yup from './yup.ts'
import { skillKinds, type AnyId } from '@eudromos/core/plan'
import { description, id, name } from './hours-shape.ts'

const level = yup
  .number()
  .integer('Level: choose a whole level.')
  .min(1, 'Level: choose 1 to 5.')
  .max(5, 'Level: choose 1 to 5.')
  .required('Level: choose 1 to 5.')

/** A skill as the form sends it, with everybody who has it and the queues that ask for it. */
export const skillShape = yup.object({
  id,
  name: name('the skill'),
  description,
  kind: yup.string().oneOf(skillKinds, 'Kind: choose one.').required('Kind: choose one.'),
  levels: yup
    .array()
    .of(yup.object({ personId: yup.string<AnyId>().max(200).required(), level }))
    .max(10_000, 'Who has it: choose at most 10,000.')
    .required(),
  asked: yup
    .array()
    .of(yup.object({ queueId: yup.string<AnyId>().max(200).required(), least: level, most: level }))
    .max(1000, 'Queues that require it: choose at most 1,000.')
    .required(),
})

/** Levels of people as the table of people and skills sends them; 0: they have it no more. */
export const levelsShape = yup
  .array()
  .of(
    yup.object({
      personId: yup.string<AnyId>().max(200).required(),
      skillId: yup.string<AnyId>().max(200).required(),
      level: yup
        .number()
        .integer('Level: give a whole number.')
        .min(0, 'Level: give 0 to 5.')
        .max(5, 'Level: give 0 to 5.')
        .required('Level: give 0 to 5.'),
    }),
  )
  .min(1, 'There is nothing to change.')
  .max(100_000, 'Change at most 100,000 levels at once.')
  .required()
