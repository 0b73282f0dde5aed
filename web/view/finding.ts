/**
 * The header that says the words by which a person is found: an address is kept in histories and logs on its way, and holds
 * nothing of people. They stand in it percent-encoded.
 */
export const findHeader = 'eudromos-find'

export const findHeaders = (words: string): Record<string, string> =>
  words === '' ? {} : { [findHeader]: encodeURIComponent(words) }
