import 'server-only'

/** A cell that a spreadsheet would take for a formula is set off by an apostrophe. */
export const plain = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text)

/** A file of any length as UTF-8, read and written so many rows at a time; `first` where it begins. */
export function inPages<T>(
  size: number,
  read: (page: { readonly offset: number; readonly limit: number }) => Promise<readonly T[]>,
  write: (rows: readonly T[], first: boolean) => string,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  let offset = 0
  return new ReadableStream({
    async pull(controller) {
      const rows = await read({ offset, limit: size })
      const first = offset === 0
      if (rows.length > 0 || first) controller.enqueue(encoder.encode(write(rows, first)))
      offset += rows.length
      if (rows.length < size) controller.close()
    },
  })
}
