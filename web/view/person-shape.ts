import * as yup from './yup.ts'
import { roles, type AnyId } from '@eudromos/core/plan'
import { id, name } from './hours-shape.ts'

const ref = yup.string().max(200).nullable().defined()

/** A person as the form sends them, with their skills and the queues whose first reach names them. */
export const personShape = yup.object({
  id,
  name: name('the person'),
  email: yup
    .string()
    .trim()
    .lowercase()
    .email('Address: give one of the form name@place.example.')
    .max(120, 'Address: use at most 120 characters.')
    .required('Address: give the one to sign in with.'),
  roles: yup
    .array()
    .of(yup.string().oneOf(roles, 'Roles: choose from the list.').required())
    .min(1, 'Roles: choose at least one.')
    .required(),
  siteId: ref,
  shiftId: ref,
  teamId: ref,
  tier: yup
    .number()
    .typeError('Tier: choose 1 to 9, or none.')
    .integer('Tier: choose 1 to 9, or none.')
    .min(1, 'Tier: choose 1 to 9, or none.')
    .max(9, 'Tier: choose 1 to 9, or none.')
    .nullable()
    .defined(),
  loadLimitsId: ref,
  skills: yup
    .array()
    .of(
      yup.object({
        skillId: yup.string<AnyId>().max(200).required(),
        level: yup
          .number()
          .integer('Skills: choose whole levels.')
          .min(1, 'Skills: choose levels 1 to 5.')
          .max(5, 'Skills: choose levels 1 to 5.')
          .required('Skills: choose a level.'),
      }),
    )
    .max(500, 'Skills: use at most 500.')
    .required(),
  queueIds: yup.array().of(yup.string<AnyId>().max(200).required()).max(1000, 'Queues: use at most 1,000.').required(),
})

/** Of many people, how many; each is looked at by itself. */
export const peopleShape = yup
  .mixed((value): value is unknown[] => Array.isArray(value))
  .test('some', 'There is nothing to change.', (all) => all === undefined || all === null || all.length > 0)
  .test('many', 'Change at most 10,000 people at once.', (all) => (all?.length ?? 0) <= 10_000)
  .required()
