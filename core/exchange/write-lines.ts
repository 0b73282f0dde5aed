// Content lines as iCalendar (RFC 5545) and vCard (RFC 6350) write them.

/** TEXT with its escapes (RFC 5545, 3.3.11; RFC 6350, 3.4). */
export const escapeText = (text: string): string =>
  text
    .replaceAll('\\', '\\\\')
    .replaceAll(';', '\\;')
    .replaceAll(',', '\\,')
    .replaceAll(/\r\n|\r|\n/g, '\\n')
    // Not allowed in a text, whatever the escape.
    .replaceAll(/\p{Cc}/gu, '')

const bytesOf = (sign: string): number => {
  const code = sign.codePointAt(0) ?? 0
  return code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4
}

/** A content line in pieces of at most 75 octets, no character divided (RFC 5545, 3.1; RFC 6350, 3.2). */
export function folded(line: string): string {
  let [out, room] = ['', 75]
  for (const sign of line) {
    const bytes = bytesOf(sign)
    if (bytes > room) {
      out += '\r\n '
      room = 74
    }
    out += sign
    room -= bytes
  }
  return out
}
