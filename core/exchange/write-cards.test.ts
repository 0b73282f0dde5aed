import { writeCards } from './write-cards.ts'

const card = {
  id: 'ana-mirel',
  name: 'Ana Mirel',
  emails: ['ana@skerrow.example'],
  telephones: ['+351291000100'],
  organisation: ['Skerrow Ferries', 'Care desk'],
  roles: ['agent'],
  zone: 'Europe/Lisbon',
  language: null,
  categories: ['English', 'fares'],
  needs: ['realTimeText', 'interpreter'],
}

test('a card says who it is of, in the order and with the line ends of RFC 6350', () => {
  expect(writeCards([card])).toBe(
    [
      'BEGIN:VCARD',
      'VERSION:4.0',
      'KIND:individual',
      'UID;VALUE=text:ana-mirel',
      'FN:Ana Mirel',
      'EMAIL;TYPE=work:ana@skerrow.example',
      'TEL;VALUE=uri:tel:+351291000100',
      'ORG:Skerrow Ferries;Care desk',
      'ROLE:agent',
      'TZ:Europe/Lisbon',
      'CATEGORIES:English,fares',
      'X-NEEDS:realTimeText,interpreter',
      'END:VCARD',
      '',
    ].join('\r\n'),
  )
})

test('what the format uses itself is escaped, and long lines are folded at 75 octets', () => {
  const text = writeCards([
    {
      ...card,
      name: 'Mirel; Ana, the\nyounger',
      organisation: ['ö'.repeat(60)],
      language: null,
      categories: [],
      zone: null,
      roles: [],
    },
  ])
  expect(text).toContain('FN:Mirel\\; Ana\\, the\\nyounger\r\n')
  expect(text.split('\r\n').every((line) => new TextEncoder().encode(line).length <= 75)).toBe(true)
  expect(text.replaceAll('\r\n ', '')).toContain(`ORG:${'ö'.repeat(60)}\r\n`)
  expect(text).not.toContain('CATEGORIES')
  expect(text).not.toContain('TZ')
})
