import type { ContentId } from '@eudromos/core/plan'
import type { ShownMessage } from '../../components/chat/transcript.tsx'
import { phone as t } from '../../messages/texts.ts'
import type { PhoneTextView } from '../../view/outside-view.ts'

/** The bytes of a file as base64. */
const base64Of = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''))
    reader.onerror = () => reject(new Error(t.unreadable))
    reader.readAsDataURL(file)
  })

/** A file as the networks of Outside are given it. */
export const sentFiles = async (file: File | null): Promise<{ name: string; type: string; data: string }[]> =>
  file === null ? [] : [{ name: file.name, type: file.type, data: await base64Of(file) }]

/** What was sent as a customer's device shows it: its words with the first of its files, then the others. */
export function messagesOf(
  one: PhoneTextView & { readonly subject?: string },
  own: string,
  clockMs: number,
): ShownMessage[] {
  const said = {
    side: one.from === own ? ('customer' as const) : ('agent' as const),
    at: one.at + clockMs,
    subject: one.subject || null,
    delivery: one.from === own ? one.state : null,
  }
  const [first, ...rest] = one.files.map(({ name, type, bytes }, n) => ({
    contentId: `${encodeURIComponent(one.id)}/files/${n}` as ContentId,
    attachment: { fileName: name, mediaType: type, sizeBytes: bytes },
  }))
  return [
    { ...said, key: one.id, text: one.text, ...(first ?? { contentId: one.id as ContentId, attachment: null }) },
    ...rest.map((file) => ({ ...said, key: file.contentId, text: '', ...file })),
  ]
}
