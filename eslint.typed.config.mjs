// The rules that need types, beside the others: minutes where those take seconds (`npm run lint:quick` has the others alone).
import config from './eslint.config.mjs';

const typed = [
  ...config,
  {
    // What needs types: a promise nobody waits for, one where a plain answer is expected, a case that a switch forgets.
    files: ['src/**/*.{ts,tsx}', 'demo/**/*.ts', 'tests/**/*.ts'],
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
];

export default typed;
