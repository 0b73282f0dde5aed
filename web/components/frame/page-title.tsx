/**
 * What the browser's window is called. It is part of the page, so that it changes with it at once: as metadata it would
 * come after the page, and at each change of address the window would have no name for a moment.
 */
export function PageTitle({ of }: { of: string }) {
  return <title>{`${of} · Eudromos`}</title>
}
