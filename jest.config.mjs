import nextJest from 'next/jest.js';

const createJestConfig = nextJest({ dir: './' });

export default createJestConfig({
  testEnvironment: 'node',
  // Reports carry the script that answers their readers, and commands are run as they are built.
  globalSetup: '<rootDir>/tests/support/programs.mjs',
  // Two busy cores must not fail a test that only waits its turn.
  testTimeout: 300_000,
  // The longest of them mostly wait: three at once on two cores.
  maxWorkers: 3,
  // A sandbox asks its outer world for each of these at each use, by the million in a simulation: this way they are its own, and a report is
  // written in half the time.
  sandboxInjectedGlobals: [
    ...['Math', 'Number', 'String', 'Object', 'Array', 'Map', 'Set', 'JSON', 'Symbol', 'RegExp', 'Error'],
    ...['Float64Array', 'Float32Array', 'Int32Array', 'Uint8Array', 'Uint16Array', 'Uint32Array', 'DataView'],
  ],
  setupFiles: ['<rootDir>/tests/support/seed.ts'],
  testMatch: [
    '<rootDir>/src/**/*.test.ts',
    '<rootDir>/tests/unit/**/*.test.ts',
    '<rootDir>/tests/database/**/*.test.ts',
  ],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^@demo/(.*)$': '<rootDir>/demo/$1' },
});
