import fc from 'fast-check'
import { IcsFault, readCards, writeCards, type Card } from './index.ts'

const card = (...lines: readonly string[]): string => ['BEGIN:VCARD', ...lines, 'END:VCARD', ''].join('\r\n')

test('a card of either version is read: name, numbers, mail, zone, categories, language, notes', () => {
  expect(
    readCards(
      card(
        'VERSION:4.0',
        'UID:urn:uuid:4fbe8971-0bc3-424c-9c26-36c3e1eff6b1',
        'FN:Ilse Varga',
        'TEL;VALUE=uri;TYPE="voice,home":tel:+61-491-570-006;ext=5',
        'item1.TEL;TYPE=CELL:+61 491 570 156',
        'EMAIL;TYPE=work:ilse@example.test',
        'TZ:Europe/Lisbon',
        'LANG;PREF=1:pt',
        'CATEGORIES:groups,with\\, comma',
        'X-NEEDS:relay,interpreter',
        'NOTE:Boards at the ramp.\\nSpeaks',
        '  slowly.',
      ),
    ),
  ).toEqual([
    {
      line: 1,
      id: '4fbe8971-0bc3-424c-9c26-36c3e1eff6b1',
      name: 'Ilse Varga',
      emails: ['ilse@example.test'],
      telephones: ['+61-491-570-006', '+61 491 570 156'],
      zone: 'Europe/Lisbon',
      categories: ['groups', 'with, comma'],
      language: 'pt',
      needs: ['relay', 'interpreter'],
      notes: 'Boards at the ramp.\nSpeaks slowly.',
    },
  ])
})

test('a card that has its name in parts only is called as people say it', () => {
  expect(readCards(card('VERSION:3.0', 'N:Quill;Marta;;;'))[0]?.name).toBe('Marta Quill')
  expect(readCards(card('VERSION:3.0', 'N:Quill'))[0]?.name).toBe('Quill')
})

test('cards that are not whole are told of with their line', () => {
  const lineOf = (text: string): number => {
    try {
      readCards(text)
    } catch (error) {
      if (error instanceof IcsFault) return error.line
    }
    return 0
  }
  expect(lineOf('FN:Nobody')).toBe(1)
  expect(lineOf('BEGIN:VCARD\nFN:A\nBEGIN:VCARD\n')).toBe(3)
  expect(lineOf(`${card('FN:A')}BEGIN:VCARD\nFN:B`)).toBe(4)
  expect(lineOf('BEGIN:VCARD\nwithout a value\nEND:VCARD')).toBe(2)
  expect(readCards('')).toEqual([])
})

test('what is written is read as it was', () => {
  const words = fc
    .string({ minLength: 1, maxLength: 30, unit: 'grapheme' })
    .filter((s) => s.trim() === s && !/\p{Cc}/u.test(s))
  const anyCard = fc.record({
    id: fc.uuid(),
    name: words,
    emails: fc.constantFrom([], ['a@example.test'], ['a@example.test', 'b,c@example.test']),
    telephones: fc.array(fc.constantFrom('+61491570006', '+351211234567'), { maxLength: 2 }),
    organisation: fc.constant<string[]>([]),
    roles: fc.constant<string[]>([]),
    zone: fc.constantFrom(null, 'Europe/Lisbon'),
    categories: fc.array(words, { maxLength: 3 }),
    language: fc.constantFrom(null, 'pt'),
    needs: fc.subarray(['relay', 'realTimeText', 'interpreter']),
  })
  fc.assert(
    fc.property(fc.array(anyCard, { maxLength: 4 }), (cards: Card[]) => {
      const read = readCards(writeCards(cards))
      expect(
        read.map(({ id, name, emails, telephones, zone, categories, language, needs }) => ({
          id,
          name,
          emails,
          telephones,
          zone,
          categories,
          language,
          needs,
        })),
      ).toEqual(cards.map(({ organisation: _o, roles: _r, ...rest }) => rest))
    }),
  )
})
