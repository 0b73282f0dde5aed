/** The subject of an answer to an email. */
export const answerTo = (subject: string): string => (/^re:/i.test(subject) ? subject : `Re: ${subject}`)

/** What it is about, whoever answers it how often. */
export const matterOf = (subject: string): string => subject.replace(/^(?:(?:re|fwd?):\s*)+/i, '').trim()

/** Of each message, in order, the subject to be shown with it: where it is of something else than before. */
export function shownSubjects(messages: readonly { readonly subject: string | null }[]): (string | null)[] {
  let matter = ''
  return messages.map(({ subject }) => {
    if (subject === null || matterOf(subject) === matter) return null
    matter = matterOf(subject)
    return subject
  })
}
