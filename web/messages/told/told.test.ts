import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { en, type MessageKey } from './en.ts'
import { fr } from './fr.ts'
import { pt } from './pt.ts'
import { languageFor, languages, namesIn, refusalIn, sayIn, shortMomentIn } from './say.ts'

const keys = Object.keys(en) as MessageKey[]

/** The places of a message that are filled in, each with its kind. */
function placesOf(elements: readonly MessageFormatElement[]): string[] {
  return elements.flatMap((element) => {
    if (element.type === TYPE.literal || element.type === TYPE.pound) return []
    if (element.type !== TYPE.plural && element.type !== TYPE.select)
      return [`${TYPE[element.type]} ${'value' in element ? String(element.value) : ''}`]
    const inner = Object.values(element.options).flatMap(({ value }) => placesOf(value))
    return [`${TYPE[element.type]} ${element.value}`, ...inner]
  })
}

const places = (text: string): string[] => [...new Set(placesOf(parse(text)))].sort()

/** Some value for each place. */
const filled = (key: MessageKey) =>
  Object.fromEntries(
    places(en[key]).map((place) => {
      const [kind, name = ''] = place.split(' ')
      return [name, kind === 'plural' ? 7 : `«${name}»`]
    }),
  )

test.each([...keys])('%s has the same places in every language, and each is filled in', (key) => {
  for (const messages of [pt, fr]) expect(places(messages[key])).toEqual(places(en[key]))
  for (const language of languages) {
    const said = sayIn(language)(key, filled(key))
    for (const value of Object.values(filled(key))) expect(said).toContain(String(value))
    expect(said).not.toMatch(/[{}]|undefined/)
  }
})

test('what one language says is not left in another', () => {
  const same = keys.filter((key) => [pt, fr].some((messages) => messages[key] === en[key]))
  expect(same).toEqual([])
})

test('each message is said somewhere', () => {
  const files = (folder: string): string[] =>
    readdirSync(join(__dirname, '../..', folder), { recursive: true, encoding: 'utf8' })
      .filter((name) => /\.tsx?$/.test(name) && !name.includes('node_modules') && !name.includes('.test.'))
      .map((name) => readFileSync(join(__dirname, '../..', folder, name), 'utf8'))
  const source = ['app', 'components', 'server', 'messages/told/say.ts']
    .flatMap((one) => (one.endsWith('.ts') ? [readFileSync(join(__dirname, '../..', one), 'utf8')] : files(one)))
    .join('\n')
  // Some are put together of a kind and a code.
  const made = [...source.matchAll(/`(\w+)\.\$\{/g)].map(([, kind]) => `${kind}.`)
  const unsaid = keys.filter((key) => !source.includes(`'${key}'`) && !made.some((kind) => key.startsWith(kind)))
  expect(unsaid).toEqual([])
})

test('numbers and names are said as each language says them', () => {
  expect(sayIn('en')('chat.place', { place: 1 })).toBe('You are next.')
  expect(sayIn('en')('chat.place', { place: 3 })).toBe('You are number 3 in the queue.')
  expect(sayIn('pt')('chat.place', { place: 3 })).toBe('Está em 3.º lugar na fila.')
  expect(sayIn('fr')('call.key', { key: 'star' })).toBe('Touche étoile')
  expect(namesIn('fr', ['Ana', 'Bo'])).toBe('Ana et Bo')
  const at = Date.UTC(2027, 2, 12, 8)
  expect(shortMomentIn('pt', at, 'Atlantic/Azores')).toBe('sexta 12 de março, 07:00')
  expect(shortMomentIn('en', at, 'UTC')).toBe('Fri 12 March, 08:00')
})

test('the line’s language comes first, then what the browser asks for, then English', () => {
  expect(languageFor('pt', ['fr-CA', 'en'])).toBe('pt')
  expect(languageFor('pt-BR', [])).toBe('pt')
  expect(languageFor(null, ['de-DE', 'FR-ca', 'en'])).toBe('fr')
  expect(languageFor('de', ['fr'])).toBe('fr')
  expect(languageFor('fr', ['en-XA', 'en'])).toBe('en-XA')
  expect(languageFor(null, ['ja'])).toBe('en')
})

test('a refusal is said by its code, and nobody is told in a language that is not theirs', () => {
  const refused = (message: string, code?: string) => Object.assign(new Error(message), { code })
  expect(refusalIn('pt', refused('This queue is full.', 'queueFull'))).toBe(pt['refused.queueFull'])
  expect(refusalIn('pt', refused('Something new'))).toBe(pt['refused.other'])
  expect(refusalIn('en', refused('Something new', 'made up'))).toBe('Something new')
})

test('the made-up language is marked, longer and accented, and keeps its places', () => {
  const said = sayIn('en-XA')('chat.withOf', { name: 'Ana', shownAs: 'Ferries' })
  expect(said).toMatch(/^⟦.*Ana.*Ferries.*⟧$/)
  expect(said).not.toContain('talking')
  expect(said.length).toBeGreaterThan(1.2 * sayIn('en')('chat.withOf', { name: 'Ana', shownAs: 'Ferries' }).length)
})
