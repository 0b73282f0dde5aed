import base from '../jest.config.mjs'

/** Tests that start a whole centre of their own, and kill parts of it or attack it. */
export default {
  rootDir: '..',
  testMatch: ['<rootDir>/e2e/kills/**/*.test.ts', '<rootDir>/e2e/attacks/**/*.test.ts'],
  transform: base.transform,
  transformIgnorePatterns: base.transformIgnorePatterns,
  modulePathIgnorePatterns: base.modulePathIgnorePatterns,
  testTimeout: 180_000,
  maxWorkers: 1,
}
