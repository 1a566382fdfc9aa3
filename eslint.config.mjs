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
  { files: ['src/command/**', 'demo/make.ts', 'scripts/**', 'tests/**'], rules: { 'no-console': 'off' } },
];

export default config;
