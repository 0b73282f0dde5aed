import 'server-only'
import { headers } from 'next/headers'
import type { First } from '../../components/fetched.ts'

/** A page does not wait longer for what stands in it first: the browser asks for that itself then. */
const patienceMs = 400

/**
 * What an address of ours answers, for the page that begins with it; null where that takes long or fails. It is asked for only
 * where the browser loads the page itself: who goes on within it (another page of a list, a filter) asks by themself anyway.
 */
export async function firstAnswer<T>(url: string, ask: () => Promise<T>): Promise<First<T> | null> {
  if ((await headers()).get('accept')?.includes('text/html') !== true) return null
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<null>((resolve) => {
    timer = setTimeout(() => resolve(null), patienceMs)
  })
  const found = await Promise.race([
    ask().then(
      (value) => ({ url, value }),
      () => null,
    ),
    late,
  ])
  clearTimeout(timer)
  return found
}
