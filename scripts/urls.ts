/** The same database as another role reaches it. */
export function urlOf(ownerUrl: string, role: 'web' | 'router' | 'jobs', password: string): string {
  const url = new URL(ownerUrl)
  url.username = `eudromos_${role}`
  url.password = password
  return url.href
}
