/** Hands the browser a file that was made on the spot. */
export function download(name: string, type: string, text: string): void {
  const link = window.document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
