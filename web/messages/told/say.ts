import { IntlMessageFormat } from 'intl-messageformat'
import { en, type MessageKey, type Messages } from './en.ts'
import { fr } from './fr.ts'
import { pseudo } from './pseudo.ts'
import { pt } from './pt.ts'

/** A message with its places filled in. Throws where one is left out. */
export type Say = (key: MessageKey, values?: Readonly<Record<string, string | number>>) => string

/** The regional way to write times, and the messages; `en-XA` is made-up English, long and accented, to find what is amiss. */
const all = {
  en: { written: 'en-GB', messages: en },
  pt: { written: 'pt-PT', messages: pt },
  fr: { written: 'fr-FR', messages: fr },
  'en-XA': { written: 'en-GB', messages: en },
} as const satisfies Record<string, { written: string; messages: Messages }>

export type Language = keyof typeof all
export const languages = Object.keys(all) as Language[]

const made = new Map<string, IntlMessageFormat>()

function formatOf(language: Language, key: MessageKey): IntlMessageFormat {
  const name = `${language} ${key}`
  const known = made.get(name)
  if (known !== undefined) return known
  const { written, messages } = all[language]
  const text = messages[key]
  const format = new IntlMessageFormat(language === 'en-XA' ? pseudo(text) : text, written)
  made.set(name, format)
  return format
}

/** What is said in a language. */
export const sayIn =
  (language: Language): Say =>
  (key, values) =>
    String(formatOf(language, key).format(values))

const known = (tag: string): Language | undefined =>
  languages.find((one) => one === tag) ?? languages.find((one) => one === tag.toLowerCase().split('-')[0])

/**
 * That of the line, where one is said and we speak it; else the first that the customer's browser asks for; else English. Whoever
 * asks for the made-up one has it everywhere.
 */
export const languageFor = (line: string | null, asked: readonly string[]): Language =>
  (asked[0] === 'en-XA' ? asked : [line ?? '', ...asked]).map(known).find((one) => one !== undefined) ?? 'en'

const time = { hour: '2-digit', minute: '2-digit' } as const

/** An instant with its day, in the reader's own zone, which is named. */
export const momentIn = (language: Language, at: number): string =>
  new Date(at).toLocaleString(all[language].written, {
    ...time,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZoneName: 'short',
  })

/** An instant of another zone with its day, in few signs. */
export function shortMomentIn(language: Language, at: number, timeZone: string): string {
  const { written } = all[language]
  const day = new Date(at).toLocaleDateString(written, { timeZone, weekday: 'short', day: 'numeric', month: 'long' })
  return `${day.replace(',', '')}, ${new Date(at).toLocaleTimeString(written, { ...time, timeZone })}`
}

export const namesIn = (language: Language, names: readonly string[]): string =>
  new Intl.ListFormat(all[language].written).format(names)

const isKey = (key: string): key is MessageKey => key in en

/** Why a customer cannot have what they asked for: by the code of the refusal, else as the server says it, in English only. */
export function refusalIn(language: Language, { message, code }: Error & { readonly code?: string }): string {
  const key = `refused.${code}`
  const say = sayIn(language)
  return isKey(key) ? say(key) : language === 'en' ? message : say('refused.other')
}
