import next from 'eslint-config-next/core-web-vitals';
import typescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier';
import words from './scripts/goneWords.mjs';

/** What is asked of components and hooks. */
const ofComponents = next
  .flatMap(({ rules }) => Object.keys(rules ?? {}))
  .filter((rule) => /^(react|react-hooks|jsx-a11y|@next\/next)\//.test(rule));

const config = [
  {
    ignores: [
      '.next/**',
      '.programs/**',
      '.data/**',
      'node_modules/**',
      'next-env.d.ts',
      'tests/samples/**',
      'test-results/**',
    ],
  },
  ...next,
  ...typescript,
  prettier,
  {
    // What computes and what tests has neither: it is not asked.
    files: ['src/**/*.ts', 'tests/**', 'demo/**', 'scripts/**'],
    ignores: ['src/{ui,stages,app}/**'],
    rules: Object.fromEntries(ofComponents.map((rule) => [rule, 'off'])),
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_+$' }],
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    // Tests name what they try; SQL and the demo's rigs speak their own language.
    ignores: ['**/*.test.ts', 'src/database/**', 'src/simulator/**'],
    plugins: { words },
    rules: { 'words/gone-words': 'error' },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['src/ui/frame/link.tsx'],
    rules: {
      'no-restricted-imports': ['error', { name: 'next/link', message: 'Import Link from @/ui/frame/link.' }],
    },
  },
  {
    // One clock: src/clock on the server, src/ui/pageClock.ts in the browser.
    files: ['src/**/*.{ts,tsx}', 'demo/**', 'tests/**'],
    ignores: ['src/clock/**', 'tests/support/fixedClock.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
          message: 'Take the time from src/clock.',
        },
        { selector: 'CallExpression[callee.name="Date"]', message: 'Take the time from src/clock.' },
        {
          selector: 'MemberExpression[object.name="Date"][property.name="now"]',
          message: 'Take the time from src/clock; measure durations with performance.now().',
        },
      ],
    },
  },
  {
    // Files and pages that are drawn once, whole: no row of them changes, and what Next asks of its own pages is not asked of them.
    files: ['src/formats/**', 'src/reader/**', 'src/lab/**'],
    rules: {
      'react/jsx-key': 'off',
      '@next/next/no-head-element': 'off',
      '@next/next/no-img-element': 'off',
    },
  },
  { files: ['src/command/**', 'demo/make.ts', 'scripts/**', 'tests/**'], rules: { 'no-console': 'off' } },
];

export default config;
