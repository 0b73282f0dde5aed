import { fileURLToPath } from 'node:url'
import type { NextConfig } from 'next'

const root = fileURLToPath(new URL('..', import.meta.url))

const config: NextConfig = {
  poweredByHeader: false,
  headers: () =>
    Promise.resolve([{ source: '/api/:path*', headers: [{ key: 'x-content-type-options', value: 'nosniff' }] }]),
  // Streams must flush at once, and answers are small: compressing costs more than it saves on the way to a browser.
  compress: false,
  reactStrictMode: true,
  // No picture is made smaller on the way: whoever asks for that gets nothing.
  images: { unoptimized: true },
  transpilePackages: ['@eudromos/core', '@eudromos/database', '@eudromos/jobs'],
  serverExternalPackages: ['pg', '@node-rs/argon2', 'pino'],
  outputFileTracingRoot: root,
  turbopack: { root },
  // web/warm.mjs does that, and before anybody is answered.
  experimental: { preloadEntriesOnStart: false },
  devIndicators: false,
  // `npm test` checks the types of every folder; a build need not do it again.
  typescript: { ignoreBuildErrors: true },
}

export default config
