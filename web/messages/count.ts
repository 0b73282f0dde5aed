/** So many of something: "1 chat", "2,000 chats". */
export const count = (n: number, one: string, many: string): string =>
  `${n.toLocaleString('en')} ${n === 1 ? one : many}`

/** A list that counts no further than this: "more than 10,000 chats". */
export const listed = (n: number, more: boolean, one: string, many: string): string =>
  `${more ? 'more than ' : ''}${count(n, one, many)}`
