import * as yup from './yup.ts'

/** Six digits from the device, or one of the codes that are used once. */
export const factorCode = yup
  .string()
  .trim()
  .max(40, 'Code: this is too long.')
  .transform((text: unknown) => (typeof text === 'string' ? text.replaceAll(/[\s-]/g, '').toUpperCase() : text))

/** What begins it: a secret, as the server has offered it, and a code that shows that the device has it. */
export const newFactorShape = yup.object({
  offer: yup.string().max(1000).required('Begin anew: the offer is missing.'),
  code: factorCode.required('Code: give the six digits that the app shows.'),
  current: yup.string().max(200).required('Current password: give it.'),
})

export const endFactorShape = yup.object({
  code: factorCode.required('Code: give one.'),
  current: yup.string().max(200).required('Current password: give it.'),
})

/** A secret that somebody may take for their own. */
export interface FactorOffer {
  /** To be given back as it is. */
  readonly offer: string
  /** For who types it. */
  readonly secret: string
  /** What the picture says (Key URI). */
  readonly uri: string
}

export interface OwnFactor {
  /** When it began, by the centre's clock; null: there is none. */
  readonly since: number | null
  readonly codesLeft: number
  /** Who has their role has one. */
  readonly required: boolean
}
