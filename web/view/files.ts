// What may be sent beside words: the same limits at the page and at the server.

/** Of a file in a chat or an email. */
export const mostAttachmentBytes = 5 * 1024 * 1024

/** Of all files of a conversation that go by the centre's own pages. */
export const mostConversationBytes = 50 * 1024 * 1024

/** Of a picture that goes with a text; networks carry no more. */
export const mostPictureBytes = 1024 * 1024

/** Of all pictures of one text. */
export const mostPictures = 10

/** Of all files of one email. */
export const mostFiles = 10

const pictures = 'image/png,image/jpeg,image/gif,image/webp'

export interface FileLimits {
  readonly most: number
  /** Media types, as an input of files takes them. */
  readonly accept: string
}

export const inChats: FileLimits = { most: mostAttachmentBytes, accept: `${pictures},application/pdf` }
export const inEmail: FileLimits = inChats
export const inTexts: FileLimits = { most: mostPictureBytes, accept: pictures }

export const isPicture = ({ mediaType }: { readonly mediaType: string }): boolean => mediaType.startsWith('image/')
