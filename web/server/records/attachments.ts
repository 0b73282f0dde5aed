import type { FilesIn, InteractionId } from '@eudromos/core/plan'
import { readFilesSize, type Database, type NewContent } from '@eudromos/database'
import { isPicture, mostAttachmentBytes, mostConversationBytes, mostPictureBytes } from '../../view/files.ts'
import { ProblemError, problem } from '../edge/problem.ts'

type Attachment = NonNullable<NewContent['attachment']>

const signatures: readonly { mediaType: string; matches: (bytes: Buffer) => boolean }[] = [
  { mediaType: 'image/png', matches: (b) => b.subarray(0, 8).equals(Buffer.from('89504e470d0a1a0a', 'hex')) },
  { mediaType: 'image/jpeg', matches: (b) => b.subarray(0, 3).equals(Buffer.from('ffd8ff', 'hex')) },
  { mediaType: 'image/gif', matches: (b) => /^GIF8[79]a/.test(b.subarray(0, 6).toString('latin1')) },
  {
    mediaType: 'image/webp',
    matches: (b) => b.subarray(0, 4).toString('latin1') === 'RIFF' && b.subarray(8, 12).toString('latin1') === 'WEBP',
  },
  { mediaType: 'application/pdf', matches: (b) => b.subarray(0, 5).toString('latin1') === '%PDF-' },
]

/** The media type that the bytes themselves show; what the sender claims does not count. Throws when it is none of ours. */
export function checkedType(bytes: Buffer): string {
  const found = signatures.find(({ matches }) => matches(bytes))
  if (found === undefined)
    throw new ProblemError(
      problem(
        415,
        'typeNotTaken',
        'Type not taken',
        'Only pictures (PNG, JPEG, GIF, WebP) and PDF files are accepted.',
      ),
    )
  return found.mediaType
}

/** A file that goes along with words; with a text only pictures go that networks carry. Throws where it is none of ours, or too large. */
export function checkedFile({ name, bytes }: { name: string; bytes: Buffer }, carried: FilesIn): Attachment {
  const mediaType = checkedType(bytes)
  const withText = carried === 'texts'
  if (withText && !isPicture({ mediaType }))
    throw new ProblemError(problem(415, 'typeNotTaken', 'Type not taken', 'Texts carry pictures only, no PDF files.'))
  const most = withText ? mostPictureBytes : mostAttachmentBytes
  if (bytes.length > most)
    throw new ProblemError(
      problem(
        413,
        'tooLarge',
        'Too large',
        `${withText ? 'With a text a picture' : 'A file'} holds at most ${most / 1024 / 1024} MB.`,
      ),
    )
  return { fileName: safeFileName(name), mediaType, bytes }
}

/** Throws where the files of a conversation would be more than is kept of one. */
export async function requireRoomForFile(
  database: Database,
  interactionId: InteractionId,
  size: number,
): Promise<void> {
  if ((await readFilesSize(database, interactionId)) + size > mostConversationBytes)
    throw new ProblemError(
      problem(
        413,
        'tooMuch',
        'Too much',
        `The files of a conversation hold at most ${mostConversationBytes / 1024 / 1024} MB together.`,
      ),
    )
}

/** The media type of a caller's message. Throws where it is not sound that is accepted. */
export function checkedSound(bytes: Buffer): string {
  if (bytes.subarray(0, 4).equals(Buffer.from('1a45dfa3', 'hex'))) return 'audio/webm'
  throw new ProblemError(problem(415, 'typeNotTaken', 'Type not taken', 'Only sound in WebM is accepted.'))
}

/** A name that is safe to show and to save under: no paths, no control signs, at most 120 characters. */
export function safeFileName(name: string): string {
  const plain = name
    .normalize('NFC')
    .replace(/[\p{Cc}\p{Cf}]/gu, '')
    .replace(/^.*[/\\]/, '')
    .trim()
    .slice(-120)
  return plain === '' || plain.startsWith('.') ? `file${plain}` : plain
}

/** The file as a download of its checked type; browsers neither guess nor run it. */
export function downloadResponse({
  fileName,
  mediaType,
  bytes,
}: {
  fileName: string
  mediaType: string
  bytes: Buffer
}): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': mediaType,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'; sandbox",
      'cache-control': 'private, max-age=3600',
    },
  })
}
