/** A calendar file cannot be taken: nothing of it is. `line` is the physical line, from 1. */
export class IcsFault extends Error {
  constructor(
    readonly line: number,
    readonly reason: string,
  ) {
    super(`line ${line}: ${reason}`)
  }
}

/** One unfolded content line (RFC 5545, 3.1). */
export interface ContentLine {
  readonly line: number
  /** In capitals. */
  readonly name: string
  /** Names in capitals, values without quotes. */
  readonly params: ReadonlyMap<string, string>
  /** As written. */
  readonly value: string
}

export interface Component {
  readonly line: number
  readonly name: string
  readonly lines: readonly ContentLine[]
  readonly children: readonly Component[]
}

const head = /^([A-Za-z0-9-]+)((?:;[A-Za-z0-9-]+=(?:"[^"]*"|[^";:,]*)(?:,(?:"[^"]*"|[^";:,]*))*)*):(.*)$/s
const param = /;([A-Za-z0-9-]+)=((?:"[^"]*"|[^";:,]*)(?:,(?:"[^"]*"|[^";:,]*))*)/g

function contentLine(text: string, line: number): ContentLine {
  const match = head.exec(text)
  if (match === null) throw new IcsFault(line, `“${text.slice(0, 60)}” is not of the form NAME:value`)
  const params = new Map<string, string>()
  for (const [, name, value] of (match[2] ?? '').matchAll(param))
    params.set((name ?? '').toUpperCase(), (value ?? '').replaceAll('"', ''))
  return { line, name: (match[1] ?? '').toUpperCase(), params, value: match[3] ?? '' }
}

/** A character for each byte. */
function asBytes(bytes: Uint8Array): string {
  let text = ''
  for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192))
  return text
}

/** The text of a line that has a character for each byte of its UTF-8. */
function decoded(line: number, bytes: string): string {
  if (!/[\x80-\xff]/.test(bytes)) return bytes
  try {
    return decodeURIComponent(
      bytes.replaceAll(/[%\x80-\xff]/g, (byte) => `%${byte.charCodeAt(0).toString(16).padStart(2, '0')}`),
    )
  } catch {
    throw new IcsFault(line, 'it is not written in UTF-8')
  }
}

/**
 * Unfolds; takes any line ends. Bytes are unfolded before they are decoded, as a fold may stand within a character (RFC
 * 5545, 3.1).
 */
export function unfold(given: string | Uint8Array): ContentLine[] {
  const isText = typeof given === 'string'
  const folded: { line: number; text: string }[] = []
  const text = isText ? given : asBytes(given)
  text
    .replace(/^(?:\ufeff|\xef\xbb\xbf)/, '')
    .split(/\r\n|\r|\n/)
    .forEach((physical, n) => {
      const last = folded.at(-1)
      if (/^[ \t]/.test(physical) && last !== undefined) last.text += physical.slice(1)
      else if (physical.trim() !== '') folded.push({ line: n + 1, text: physical })
    })
  return folded.map((one) => contentLine(isText ? one.text : decoded(one.line, one.text), one.line))
}

const mostBytes = 16 * 1024 * 1024
const deepest = 8

/** The calendars of a file as trees. Throws IcsFault. */
export function readComponents(text: string | Uint8Array): Component[] {
  if (text.length > mostBytes)
    throw new IcsFault(1, 'the file is larger than 16 MB; give the years that are wanted only')
  const calendars: Component[] = []
  const open: { line: number; name: string; lines: ContentLine[]; children: Component[] }[] = []
  for (const one of unfold(text)) {
    const inner = open.at(-1)
    const named = one.value.trim().toUpperCase()
    if (one.name === 'BEGIN') {
      if (inner === undefined && named !== 'VCALENDAR')
        throw new IcsFault(one.line, 'a calendar begins with BEGIN:VCALENDAR')
      if (inner !== undefined && (named === 'VCALENDAR' || (inner.name === 'VEVENT' && named === 'VEVENT')))
        throw new IcsFault(one.line, `${inner.name} of line ${inner.line} is not ended before ${named} begins`)
      if (open.length >= deepest) throw new IcsFault(one.line, `${named} stands too deep within others`)
      open.push({ line: one.line, name: named, lines: [], children: [] })
    } else if (one.name === 'END') {
      if (inner === undefined || inner.name !== named)
        throw new IcsFault(
          one.line,
          inner === undefined
            ? `END:${named} without a beginning`
            : `END:${named}, but ${inner.name} of line ${inner.line} is not ended`,
        )
      open.pop()
      const outer = open.at(-1)
      if (outer === undefined) calendars.push(inner)
      else outer.children.push(inner)
    } else if (inner === undefined) throw new IcsFault(one.line, 'a calendar begins with BEGIN:VCALENDAR')
    else inner.lines.push(one)
  }
  const unended = open.at(-1)
  if (unended !== undefined) throw new IcsFault(unended.line, `${unended.name} is never ended`)
  if (calendars.length === 0) throw new IcsFault(1, 'the file holds no calendar')
  return calendars
}

/** TEXT (3.3.11) without its escapes. */
export const unescapeText = (text: string): string =>
  text.replaceAll(/\\([\\;,nN])/g, (_, sign: string) => (sign === 'n' || sign === 'N' ? '\n' : sign))
