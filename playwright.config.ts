import { defineConfig } from '@playwright/test';
import { headless } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results',
  workers: 1,
  timeout: 300_000,
  // A busy machine must not fail what only waits: a wait ends when what it awaits is there, or with the test.
  expect: { timeout: 120_000 },
  // What is broken fails twice; what only met a machine that stood still is told by name at the end of the run.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: process.env.BROWSER_REPORT ?? 'test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      ...headless,
      args: [
        ...headless.args,
        // A microphone that beeps, for whoever asks for one: with other arguments a file would wait for a browser of its own.
        ...['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
      ],
    },
  },
});
