// What somebody has typed and the form has not understood: it is not in the value, so nothing may be saved over it.

/** For an input: it says that it was not understood. */
export const unread = (isUnread: boolean): { 'data-unread'?: 'true' } => (isUnread ? { 'data-unread': 'true' } : {})

/** The first input of a form that was not understood; null: there is none. */
export const firstUnread = (form: HTMLElement): HTMLElement | null =>
  form.querySelector<HTMLElement>('[data-unread="true"]')
