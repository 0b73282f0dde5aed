import * as yup from './yup.ts'
import { pauseKinds, type AnyId } from '@eudromos/core/plan'
import { description, hoursShape, id, interval, name } from './hours-shape.ts'

const personIds = yup
  .array()
  .of(yup.string<AnyId>().max(200).required())
  .max(10_000, 'People: choose at most 10,000.')
  .required()

/** A site as the form sends it, with all the people who sit there. */
export const siteShape = yup.object({
  id,
  name: name('the site'),
  description,
  zone: yup.string().max(100).required('Time zone: choose one.'),
  calendarIds: yup.array().of(yup.string<AnyId>().max(200).required()).max(200).required(),
  personIds,
})

/** A shift as the form sends it, with all the people who work it; what its times mean is checked by the core. */
export const shiftShape = hoursShape.concat(
  yup.object({
    name: name('the shift'),
    pauses: yup
      .array()
      .of(
        interval.concat(
          yup.object({
            weekday: yup.number().integer().min(1).max(7).required(),
            kind: yup
              .string()
              .oneOf(pauseKinds, 'Breaks, meals and training: choose break, meal or training.')
              .required(),
          }),
        ),
      )
      .max(500, 'Breaks, meals and training: use at most 500.')
      .required(),
    personIds,
  }),
)
