// What staff read: the files beside this one hold it in English, each subject's words as a tree and messages with places in
// ICU MessageFormat.
import { parse, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { formatToParts, IntlMessageFormat, type PrimitiveType } from 'intl-messageformat'
import { pseudo, pseudoText } from './told/pseudo.ts'

/** `en`, or `en-XA`: made-up English, long and accented, to find what is amiss. One for all that a process, or a page, says. */
export const staffLanguage: 'en' | 'en-XA' =
  (typeof document === 'undefined' ? process.env.EUDROMOS_STAFF_LANGUAGE : document.documentElement.lang) === 'en-XA'
    ? 'en-XA'
    : 'en'

const isMadeUp = staffLanguage === 'en-XA'

const translated = (tree: unknown): unknown =>
  typeof tree === 'string'
    ? pseudoText(tree)
    : typeof tree === 'object' && tree !== null
      ? Object.fromEntries(Object.entries(tree).map(([name, inner]) => [name, translated(inner)]))
      : tree

/** Words that stand as they are, by name, in the language of staff. */
export const words = <const T>(tree: T): T => (isMadeUp ? (translated(tree) as T) : tree)

const read = new Map<string, MessageFormatElement[]>()

function readOf(message: string): MessageFormatElement[] {
  const known = read.get(message)
  if (known !== undefined) return known
  const elements = isMadeUp ? pseudo(message) : parse(message, { ignoreTag: true })
  read.set(message, elements)
  return elements
}

// One of each for all messages: a formatter of its own takes each message longer to make than to read and fill.
const [numbers, plurals, dates] = [
  new Intl.NumberFormat('en'),
  new Intl.PluralRules('en'),
  new Intl.DateTimeFormat('en'),
]
const formatters = { getNumberFormat: () => numbers, getPluralRules: () => plurals, getDateTimeFormat: () => dates }

type Values = Readonly<Record<string, PrimitiveType>>

/** Where nobody is given a message may say something else (`select, null`); who is called null is given. */
const given = (values: Values): Values =>
  Object.values(values).includes('null')
    ? Object.fromEntries(Object.entries(values).map(([name, one]) => [name, one === 'null' ? 'null\u2060' : one]))
    : values

/** A message with its places filled in, in the language of staff. Throws where a place has no value. */
export const fill = (message: string, values: Values = {}): string =>
  formatToParts(readOf(message), 'en', formatters, IntlMessageFormat.formats, given(values))
    .map(({ value }) => String(value))
    .join('')

/** What is said of each code with its parameters: a message that has them as places, or how one is made of them. */
export type Told<Code extends string, Params> = Readonly<Record<Code, string | ((params: Params) => string)>>

/** What a table says of a code. */
export function tell<Code extends string, Params extends Values>(
  table: Told<Code, Params>,
  { code, params }: { readonly code: Code; readonly params: Params },
): string {
  const one = table[code]
  return typeof one === 'string' ? fill(one, params) : one(params)
}
