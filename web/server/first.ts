import 'server-only'
import type { First } from '../components/fetched.ts'

/** A page does not wait longer for what stands in it first: the browser asks for that itself then. */
const patienceMs = 400

/** What an address of ours answers, for the page that begins with it; null where that takes long or fails. */
export async function firstAnswer<T>(url: string, answer: Promise<T>): Promise<First<T> | null> {
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<null>((resolve) => {
    timer = setTimeout(() => resolve(null), patienceMs)
  })
  const found = await Promise.race([
    answer.then(
      (value) => ({ url, value }),
      () => null,
    ),
    late,
  ])
  clearTimeout(timer)
  return found
}
