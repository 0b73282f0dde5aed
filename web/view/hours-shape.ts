import type { AnyId } from '@eudromos/core/plan'
import * as yup from './yup.ts'

export const name = (what: string) =>
  yup
    .string()
    .trim()
    .min(1, `Name: give ${what} a name.`)
    .max(60, 'Name: use at most 60 characters.')
    .required(`Name: give ${what} a name.`)

export const description = yup.string().trim().max(500, 'Description: use at most 500 characters.').default('')
export const id = yup.string<AnyId>().trim().max(200).required()
const time = yup.string().max(5).required()
export const interval = yup.object({ from: time, to: time })

/** Opening hours as the form sends them; what their times mean is checked by the core. */
export const hoursShape = yup.object({
  id,
  name: name('the hours'),
  description,
  zone: yup.string().max(100).required('Time zone: choose one.'),
  weekly: yup
    .array()
    .of(interval.concat(yup.object({ weekday: yup.number().integer().min(1).max(7).required() })))
    .max(500, 'Week: use at most 500 intervals.')
    .required(),
  exceptions: yup
    .array()
    .of(
      yup.object({
        date: yup.string().max(10).required(),
        name: yup.string().trim().max(60, 'Exception: use at most 60 characters for its name.').optional(),
        intervals: yup.array().of(interval).max(50).required(),
      }),
    )
    .max(2000, 'Exceptions: use at most 2,000.')
    .required(),
  calendarIds: yup.array().of(yup.string<AnyId>().max(200).required()).max(200).required(),
})

export const calendarShape = yup.object({
  id,
  name: name('the calendar'),
  description,
  holidays: yup
    .array()
    .of(
      yup.object({
        name: yup.string().trim().max(200, 'Holiday: use at most 200 characters for its name.').defined(),
        from: yup.string().max(30).required(),
        until: yup.string().max(30).required(),
      }),
    )
    .max(10_000, 'Holidays: use at most 10,000.')
    .required(),
})
