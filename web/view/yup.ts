// Yup with words of ours for what a shape says nothing of: the field's own name where it has a label, and the remedy.
import { setLocale } from 'yup'

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
