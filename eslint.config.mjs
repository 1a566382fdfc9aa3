import next from 'eslint-config-next/core-web-vitals';
import typescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier';

const config = [
  {
    ignores: [
      '.next/**',
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
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_+$' }],
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  {
    // What needs types: a promise nobody waits for, one where a plain answer is expected, a case that a switch forgets.
    files: ['src/**/*.{ts,tsx}', 'tests/**/*.ts'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true, requireDefaultForNonUnion: false },
      ],
    },
  },
  { files: ['src/command/**', 'scripts/**', 'tests/**'], rules: { 'no-console': 'off' } },
];

export default config;
