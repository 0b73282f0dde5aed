import { fileURLToPath } from 'node:url'
import type { NextConfig } from 'next'

const root = fileURLToPath(new URL('..', import.meta.url))

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  transpilePackages: ['@eudromos/core', '@eudromos/database'],
  serverExternalPackages: ['pg', '@node-rs/argon2', 'pino'],
  outputFileTracingRoot: root,
  turbopack: { root },
  devIndicators: false,
}

export default config
