import js from '@eslint/js'
import next from 'eslint-config-next/core-web-vitals'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['**/node_modules/', '**/.next/', '.eudromos/', '**/next-env.d.ts', 'test-results/'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...next.map((config) => ({ ...config, files: ['web/**/*.{ts,tsx}'] })),
  { settings: { next: { rootDir: 'web/' }, react: { version: '19.3' } } },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/unified-signatures': 'off',
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'Date',
        'performance',
        'setTimeout',
        'process',
        'console',
        'window',
        'document',
      ],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['**/*.mjs', 'scripts/**'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        Headers: 'readonly',
        Request: 'readonly',
        ReadableStream: 'readonly',
        ByteLengthQueuingStrategy: 'readonly',
        AbortController: 'readonly',
        globalThis: 'readonly',
        setTimeout: 'readonly',
        setInterval: 'readonly',
        performance: 'readonly',
      },
    },
  },
)
