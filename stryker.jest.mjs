import base from './jest.config.mjs'

/**
 * The tests of what is tried are quick, and need no database: properties of the whole of routing would search long for each fault.
 * @type {import('jest').Config}
 */
export default {
  ...base,
  testMatch: ['<rootDir>/core/{records,figures,plan}/**/*.test.ts'],
  globalSetup: undefined,
  globalTeardown: undefined,
}
