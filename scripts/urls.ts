/** The same database as another role reaches it. */
export function urlOf(ownerUrl: string, role: 'eudromos_web' | 'eudromos_router', password: string): string {
  const url = new URL(ownerUrl)
  url.username = role
  url.password = password
  return url.href
}
