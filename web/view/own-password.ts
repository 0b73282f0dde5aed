import * as yup from './yup.ts'

export const leastPassword = 12

/** A password that somebody chooses for themself. */
export const chosenPassword = yup
  .string()
  .min(leastPassword, `New password: use at least ${leastPassword} characters.`)
  .max(200, 'New password: use at most 200 characters.')

/** With the one that they have. */
export const ownPasswordShape = yup.object({
  current: yup.string().max(200).required('Current password: give it.'),
  password: chosenPassword.required('New password: give one.'),
})

/** One of somebody's own sessions. */
export interface OwnSession {
  readonly id: string
  /** It is this one. */
  readonly here: boolean
  /** When it began by the centre's clock, in milliseconds. */
  readonly since: number
  /** What the browser says of itself. */
  readonly browser: string
}
