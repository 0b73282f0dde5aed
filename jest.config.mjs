const swc = {
  jsc: {
    parser: { syntax: 'typescript', tsx: true },
    target: 'es2022',
    transform: { react: { runtime: 'automatic' } },
  },
}

/** @type {import('jest').Config} */
export default {
  testMatch: ['<rootDir>/{core,database,router,jobs,web,outside,scripts}/**/*.test.{ts,tsx}'],
  transform: { '^.+\\.(t|j|mj)sx?$': ['@swc/jest', swc] },
  transformIgnorePatterns: [
    '/node_modules/(?!(temporal-polyfill|temporal-utils|temporal-spec|@mui|better-auth|@better-auth|better-call|uncrypto|jose|nanostores|@noble|rou3|intl-messageformat|@formatjs)/)',
  ],
  modulePathIgnorePatterns: ['/\\.next/', '/\\.eudromos/', '<rootDir>/\\.stryker/'],
  globalSetup: '<rootDir>/scripts/jest-cluster.ts',
  globalTeardown: '<rootDir>/scripts/jest-cluster-end.ts',
  setupFiles: ['<rootDir>/scripts/jest-setup.mjs'],
  testTimeout: 60_000,
}
