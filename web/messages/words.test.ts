import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { fill, tell, words, type Told } from './words.ts'

const sources = readdirSync(__dirname)
  .filter((name) => name.endsWith('.ts') && !name.includes('.test.') && name !== 'words.ts')
  .map((name) => ts.createSourceFile(name, readFileSync(join(__dirname, name), 'utf8'), ts.ScriptTarget.Latest, true))

const nodesOf = (node: ts.Node): ts.Node[] => [node, ...node.getChildren().flatMap(nodesOf)]

const placesOf = (elements: readonly MessageFormatElement[]): string[] =>
  elements.flatMap((element) => {
    if (element.type === TYPE.literal || element.type === TYPE.pound || element.type === TYPE.tag) return []
    const inner = 'options' in element ? Object.values(element.options).flatMap(({ value }) => placesOf(value)) : []
    return [element.value, ...inner]
  })

const places = (message: string): string[] => [...new Set(placesOf(parse(message, { ignoreTag: true })))].sort()

/** Each call of `fill` with its message and the names of the values that it is given. */
const filled = sources.flatMap((source) =>
  nodesOf(source).flatMap((node) => {
    if (!ts.isCallExpression(node) || node.expression.getText() !== 'fill') return []
    const [message, values] = node.arguments
    const names =
      values !== undefined && ts.isObjectLiteralExpression(values)
        ? values.properties.map((one) => one.name?.getText() ?? '')
        : []
    return [{ where: `${source.fileName}: ${node.getText()}`, message, names: names.sort() }]
  }),
)

test('each message is one literal that can be read, and is given what it has places for', () => {
  expect(filled.length).toBeGreaterThan(500)
  for (const { where, message, names } of filled) {
    if (message === undefined || !ts.isStringLiteralLike(message)) throw new Error(`${where} is no literal`)
    expect([where, places(message.text)]).toEqual([where, names])
  }
})

test('each message of a table can be read', () => {
  const tables = sources.flatMap((source) =>
    nodesOf(source).flatMap((node) =>
      ts.isVariableDeclaration(node) && node.type?.getText().startsWith('Told<') === true
        ? nodesOf(node).flatMap((one) => (ts.isPropertyAssignment(one) ? [one.initializer] : []))
        : [],
    ),
  )
  const messages = tables.flatMap((one) => (ts.isStringLiteralLike(one) ? [one.text] : []))
  expect(messages.length).toBeGreaterThan(100)
  for (const message of messages) expect(() => places(message)).not.toThrow()
})

test('places are filled in; what a customer or a plan calls itself is only text', () => {
  expect(fill('{n, plural, one {# chat} other {# chats}} of {name}', { n: 1, name: '{n} <b>' })).toBe(
    '1 chat of {n} <b>',
  )
  expect(fill('{n, plural, one {# chat} other {# chats}}', { n: 12_345 })).toBe('12,345 chats')
  expect(() => fill('of {name}')).toThrow()
})

test('who is called null is not nobody', () => {
  const by = (who: string | null): string => fill('{who, select, null {by nobody} other {by {who}}}', { who })
  expect([by(null), by('Ana'), by('null').replace('\u2060', '')]).toEqual(['by nobody', 'by Ana', 'by null'])
})

test('a table tells a code by its message, or by what makes one of its parameters', () => {
  const table: Told<'full' | 'late', Readonly<Record<string, string | number>>> = {
    full: '{queue} is full.',
    late: ({ seconds }) => fill('{minutes} min late.', { minutes: Number(seconds) / 60 }),
  }
  expect(tell(table, { code: 'full', params: { queue: 'Freight' } })).toBe('Freight is full.')
  expect(tell(table, { code: 'late', params: { seconds: 120 } })).toBe('2 min late.')
})

test('the made-up language has all of it: words, messages, and what is put into them', async () => {
  expect(words({ title: 'Live', of: { one: 'call' } } as const)).toEqual({ title: 'Live', of: { one: 'call' } })
  process.env.EUDROMOS_STAFF_LANGUAGE = 'en-XA'
  try {
    await jest.isolateModulesAsync(async () => {
      const madeUp = await import('./words.ts')
      const tree = madeUp.words({ title: 'Live', of: { one: 'call' }, say: () => madeUp.fill('{n} in', { n: 2 }) })
      expect([tree.title, tree.of.one, tree.say()]).toEqual(['⟦Ļîvé lõñĝ⟧', '⟦çáļļ lõñĝ⟧', '⟦2 îñ lõñĝ⟧'])
      expect(madeUp.words(tree).title).toBe(tree.title)
    })
  } finally {
    delete process.env.EUDROMOS_STAFF_LANGUAGE
  }
})
