import { timingSafeEqual } from 'node:crypto'

/** Whether two secrets are the same, in a time that tells nothing of where they differ. */
export function isSame(a: string, b: string): boolean {
  const [left, right] = [Buffer.from(a), Buffer.from(b)]
  return left.length === right.length && timingSafeEqual(left, right)
}
