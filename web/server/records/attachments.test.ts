import { checkedFile, checkedType, downloadResponse, safeFileName } from './attachments.ts'

test.each([
  ['89504e470d0a1a0a00', 'image/png'],
  ['ffd8ffe000', 'image/jpeg'],
  ['474946383961', 'image/gif'],
  ['524946460000000057454250', 'image/webp'],
  ['255044462d312e37', 'application/pdf'],
])('%s is %s by its bytes', (hex, type) => expect(checkedType(Buffer.from(hex, 'hex'))).toBe(type))

test.each([['<svg xmlns="x">'], ['<!doctype html>'], ['MZ'], ['']])('%s is not taken', (text) => {
  expect(() => checkedType(Buffer.from(text))).toThrow('Only pictures')
})

const png = (size: number): Buffer => Buffer.concat([Buffer.from('89504e470d0a1a0a', 'hex'), Buffer.alloc(size - 8)])
const MB = 1024 * 1024

test('with a text go smaller files than in a chat, and no PDF', () => {
  expect(checkedFile({ name: 'a.png', bytes: png(MB) }, 'texts')).toMatchObject({ mediaType: 'image/png' })
  expect(() => checkedFile({ name: 'a.png', bytes: png(MB + 1) }, 'texts')).toThrow('at most 1 MB')
  expect(checkedFile({ name: 'a.png', bytes: png(5 * MB) }, 'chats').bytes).toHaveLength(5 * MB)
  expect(() => checkedFile({ name: 'a.png', bytes: png(5 * MB + 1) }, 'chats')).toThrow('at most 5 MB')
  const pdf = Buffer.from('%PDF-1.7')
  expect(checkedFile({ name: 'a.pdf', bytes: pdf }, 'chats').mediaType).toBe('application/pdf')
  expect(() => checkedFile({ name: 'a.pdf', bytes: pdf }, 'texts')).toThrow('pictures only')
})

test.each([
  ['../../etc/passwd', 'passwd'],
  ['C:\\temp\\cat.png', 'cat.png'],
  ['a\u202egnp.exe\n', 'agnp.exe'],
  ['.htaccess', 'file.htaccess'],
  ['', 'file'],
])('the name %j is kept as %s', (given, kept) => expect(safeFileName(given)).toBe(kept))

test('a file is a download that no browser guesses about', () => {
  const { headers } = downloadResponse({ fileName: 'a "b".png', mediaType: 'image/png', bytes: Buffer.from('x') })
  expect(headers.get('content-disposition')).toBe("attachment; filename*=UTF-8''a%20%22b%22.png")
  expect(headers.get('x-content-type-options')).toBe('nosniff')
})
