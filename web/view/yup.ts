// Yup with words of ours for what a shape says nothing of: the field's own name where it has a label, and the remedy.
import {
  boolean as anyBoolean,
  number as anyNumber,
  setLocale,
  string as anyString,
  type BooleanSchema,
  type NumberSchema,
  type Schema,
  type StringSchema,
} from 'yup'

interface Params {
  /** The label of the field, or where it stands. */
  readonly path: string
}

/** "ringSeconds" and "queue.ringSeconds" as "Ring seconds". */
function fieldName(path: string): string {
  const last =
    path
      .replace(/\[(\d+)\]/g, '')
      .split('.')
      .at(-1) ?? path
  const words = last.replace(
    /([a-z])([A-Z])/g,
    (_, before: string, after: string) => `${before} ${after.toLowerCase()}`,
  )
  return words.replace(/ ids?$/, '').replace(/^./, (first) => first.toUpperCase())
}

const says =
  (remedy: string) =>
  ({ path }: Params): string =>
    `${fieldName(path)}: ${remedy}`

const withNumber =
  (remedy: (limit: string) => string) =>
  ({ path, min, max }: Params & { readonly min?: unknown; readonly max?: unknown }): string =>
    `${fieldName(path)}: ${remedy(Number(min ?? max).toLocaleString('en'))}`

setLocale({
  mixed: {
    default: says('this cannot be used.'),
    required: says('give a value.'),
    defined: says('give a value.'),
    notNull: says('give a value.'),
    oneOf: says('choose one from the list.'),
    notType: says('this is not of the right kind. Give another.'),
  },
  string: {
    min: withNumber((limit) => `use at least ${limit} characters.`),
    max: withNumber((limit) => `use at most ${limit} characters.`),
    matches: says('this does not have the right form. Change it.'),
    email: says('give an email address.'),
  },
  number: {
    min: withNumber((limit) => `give ${limit} or more.`),
    max: withNumber((limit) => `give at most ${limit}.`),
    integer: says('give a whole number.'),
  },
  array: {
    min: withNumber((limit) => `give at least ${limit}.`),
    max: withNumber((limit) => `give at most ${limit}.`),
  },
})

export * from 'yup'

// What comes from outside is read strictly: nothing but a text is a text, and all that is unbounded has a bound.

/** Of a text that says nothing else. */
const mostLength = 20_000
/** What the database keeps as a whole number. */
const mostNumber = 2 ** 31 - 1
/** The end of the year 2199, in milliseconds since 1970. */
const lastInstant = Date.UTC(2200, 0, 1) - 1

/** In the place of the library's own way of making anything fit: an object that claims to be a text fells it. */
function reading<S extends Schema>(schema: S, read: (text: string) => unknown): S {
  schema.transforms.splice(0, schema.transforms.length, (value: unknown) =>
    typeof value === 'string' ? read(value) : value,
  )
  return schema
}

/** What stands where a text should: it goes through what is done with texts, and is none in the end. */
const noText = { trim: () => noText, toLowerCase: () => noText, toUpperCase: () => noText }

export function string<T extends string = string>(): StringSchema<T | undefined> {
  const schema = reading(anyString(), (text) => text)
  schema.transforms.push((value: unknown) => (typeof value === 'string' || value == null ? value : noText))
  return schema.max(mostLength) as StringSchema<T | undefined>
}

/** As a number, or as the text of one in an address. */
export const number = (): NumberSchema =>
  reading(anyNumber(), (text) => (text.trim() === '' ? NaN : Number(text)))
    .min(-mostNumber)
    .max(mostNumber)

export const boolean = (): BooleanSchema =>
  reading(anyBoolean(), (text) => (text === 'true' ? true : text === 'false' ? false : text))

/** Milliseconds since 1970, of a time that a calendar of ours may have. */
export const instant = (): NumberSchema =>
  number().integer().min(0, says('give a time after 1970.')).max(lastInstant, says('give a time before the year 2200.'))
