interface Asked {
  readonly page: number
  readonly size: number
  readonly sort: string
  readonly direction: string
}

/** The list's first page, as it is asked for before anybody has chosen anything. */
export const firstAsked: Asked = { page: 0, size: 50, sort: 'name', direction: 'asc' }

/** What to ask of the customers, beside the words by which they are found. */
export const customerQuery = ({ page, size, sort, direction }: Asked): string =>
  new URLSearchParams({ page: String(page), size: String(size), sort, direction }).toString()
