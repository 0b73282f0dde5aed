import { NextResponse, type NextRequest } from 'next/server'

/** Changes come from our own pages only: a browser says where a request was made. Carriers have a key instead. */
function foreign(request: NextRequest): boolean {
  if (['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return false
  if (request.headers.get('sec-fetch-site') === 'cross-site') return true
  const origin = request.headers.get('origin')
  if (origin === null) return !(request.headers.get('authorization') ?? '').startsWith('Bearer ')
  try {
    return new URL(origin).host !== request.headers.get('host')
  } catch {
    return true
  }
}

export function proxy(request: NextRequest): NextResponse {
  if (foreign(request))
    return new NextResponse(
      JSON.stringify({
        type: 'about:blank',
        title: 'Foreign origin',
        status: 403,
        code: 'foreignOrigin',
        detail: 'Changes are taken from this address only.',
      }),
      { status: 403, headers: { 'content-type': 'application/problem+json' } },
    )
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64')
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  response.headers.set('x-content-type-options', 'nosniff')
  response.headers.set('referrer-policy', 'same-origin')
  response.headers.set('cross-origin-opener-policy', 'same-origin')
  return response
}

export const config = { matcher: ['/((?!_next/static|_next/image|favicon|icon).*)'] }
