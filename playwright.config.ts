import { defineConfig } from '@playwright/test';
import './tests/support/fixedClock';
import { headless } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results',
  workers: 1,
  timeout: 300_000,
  // A wait ends as soon as its condition holds. 30 s are enough on a busy machine, and make a failure quick.
  expect: { timeout: 30_000 },
  // What is broken fails twice; what only met a machine that stood still is told by name at the end of the run.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: process.env.BROWSER_REPORT ?? 'test-results/browser.json' }]],
  use: {
    actionTimeout: 30_000,
    navigationTimeout: 30_000,
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
