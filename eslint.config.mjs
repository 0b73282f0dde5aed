import js from '@eslint/js'
import next from 'eslint-config-next/core-web-vitals'
import tseslint from 'typescript-eslint'

/** One more channel is one more row of `core/plan/channels.ts`, not one more name in fifty comparisons. */
const comparesChannels = {
  selector: 'BinaryExpression[operator=/^[!=]==$/] > Literal[value=/^(voice|chat|sms|email)$/]',
  message: 'Ask traitsOf(channel) or isCall(channel) what the channel is like.',
}

export default tseslint.config(
  { ignores: ['**/node_modules/', '**/.next/', '.eudromos/', '.stryker/', '**/next-env.d.ts', 'test-results/'] },
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
    files: ['{core,web}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}', '**/testing/**'],
    rules: { 'no-restricted-syntax': ['error', comparesChannels] },
  },
  {
    files: ['web/{app,components}/**/*.tsx'],
    // The ferry company's page stands for a site of the centre's own.
    ignores: ['**/*.test.tsx', '**/ferry-site.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        comparesChannels,
        ...[
          'JSXText[value=/\\p{L}{2}/u]',
          'JSXAttribute[name.name=/^(label|title|placeholder|aria-label|alt|helperText)$/] > Literal[value=/\\p{L}{2}/u]',
        ].map((selector) => ({ selector, message: 'What is shown stands in web/messages.' })),
      ],
    },
  },
  {
    files: ['web/messages/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        comparesChannels,
        ...[
          'TemplateElement[value.raw=/\\p{L}{2}/u]',
          ':function :not(CallExpression) > Literal[value=/\\p{L}{2,} \\p{L}/u]',
        ].map((selector) => ({ selector, message: 'Words are put together by messages: `fill` one with its places.' })),
      ],
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
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/testing/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        comparesChannels,
        {
          selector: 'Literal[value=/^\\p{Lu}\\p{Ll}* .* .*[.!?]$/u]',
          message: 'The core tells codes and parameters; sentences stand in web/messages.',
        },
      ],
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
