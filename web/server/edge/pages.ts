import 'server-only'

/** A cell that a spreadsheet would take for a formula is set off by an apostrophe. */
export const plain = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text)

/** A file of any length as UTF-8, written as it is read, a page of rows or of text at a time; `first` where it begins. */
export function inPages<P extends { readonly length: number }>(
  pages: AsyncGenerator<P>,
  write: (page: P, first: boolean) => string,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  let first = true
  return new ReadableStream({
    async pull(controller) {
      // A stream that was given nothing does not ask again.
      for (let given = false; !given;) {
        const { value, done } = await pages.next()
        given = done === true || value.length > 0 || first
        if (done === true) controller.close()
        else if (given) controller.enqueue(encoder.encode(write(value, first)))
        first = false
      }
    },
    async cancel() {
      await pages.return(undefined)
    },
  })
}
