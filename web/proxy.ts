import { NextResponse, type NextRequest } from 'next/server'

/** Puts the content security policy, with a fresh nonce, on every page. Routes of the API check origins themselves. */
export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64')
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Where something stands in a drawing is an attribute of it; what is written there can hold no selector.
    "style-src-attr 'unsafe-inline'",
    // A recording is played from what the page has put together.
    "media-src 'self' blob:",
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

export const config = { matcher: ['/((?!api/|_next/static|_next/image|favicon|icon).*)'] }
