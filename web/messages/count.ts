/** So many of something: "1 chat", "2,000 chats". */
export const count = (n: number, one: string, many: string): string =>
  `${n.toLocaleString('en')} ${n === 1 ? one : many}`
