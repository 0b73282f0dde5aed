import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'

const accents: Readonly<Record<string, string>> = {
  ...{ a: 'á', c: 'ç', d: 'ð', e: 'é', g: 'ĝ', i: 'î', k: 'ķ', l: 'ļ', n: 'ñ', o: 'ö', r: 'ŕ', s: 'š', t: 'ţ', u: 'û' },
  ...{ w: 'ŵ', y: 'ý', z: 'ž', A: 'Å', C: 'Ç', E: 'É', I: 'Î', L: 'Ļ', N: 'Ñ', O: 'Ö', S: 'Š', T: 'Ţ', U: 'Û', Y: 'Ý' },
}

const accented = (text: string): string => [...text].map((sign) => accents[sign] ?? sign).join('')

const wordsIn = (text: string): number => text.split(' ').length

/** A word of the made-up language for each three, since other languages take up to half as much room again. */
const longer = (words: number): string => ' lõñĝ'.repeat(Math.ceil(words / 3))

/** Of a message: as many as the longest of what it can say has. */
const mostWords = (elements: readonly MessageFormatElement[]): number =>
  elements.reduce(
    (sum, element) =>
      element.type === TYPE.literal
        ? sum + wordsIn(element.value.trim())
        : 'options' in element
          ? sum + Math.max(...Object.values(element.options).map(({ value }) => mostWords(value)))
          : sum,
    0,
  )

function changed(elements: readonly MessageFormatElement[]): MessageFormatElement[] {
  return elements.map((element) => {
    if (element.type === TYPE.literal) return { ...element, value: accented(element.value) }
    if (element.type !== TYPE.plural && element.type !== TYPE.select) return element
    const options = Object.entries(element.options).map(
      ([name, option]) => [name, { ...option, value: changed(option.value) }] as const,
    )
    return { ...element, options: Object.fromEntries(options) } as MessageFormatElement
  })
}

/** An English message as the made-up language has it: within marks, accented, longer; its places stay. */
export function pseudo(message: string): MessageFormatElement[] {
  const literal = (value: string): MessageFormatElement => ({ type: TYPE.literal, value })
  const parsed = parse(message)
  return [literal('⟦'), ...changed(parsed), literal(`${longer(mostWords(parsed))}⟧`)]
}

/** The same of a text without places; what is in it already stays. */
export const pseudoText = (text: string): string =>
  text === '' || text.startsWith('⟦') ? text : `⟦${accented(text)}${longer(wordsIn(text))}⟧`
