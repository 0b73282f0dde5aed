interface Asked {
  readonly find: string
  readonly page: number
  readonly size: number
  readonly sort: string
  readonly direction: string
}

/** The list's first page, as it is asked for before anybody has chosen anything. */
export const firstAsked: Asked = { find: '', page: 0, size: 50, sort: 'name', direction: 'asc' }

/** What to ask of the customers. */
export const customerQuery = ({ find, page, size, sort, direction }: Asked): string =>
  new URLSearchParams({ find, page: String(page), size: String(size), sort, direction }).toString()
