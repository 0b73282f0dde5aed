import { useSyncExternalStore } from 'react'

const never = (): (() => void) => () => undefined

/**
 * Whether the page is alive: false on the server and at the first drawing in the browser. What takes long to draw, and is of no
 * use before, is left to the browser, since a server that draws one page serves nobody else meanwhile.
 */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
