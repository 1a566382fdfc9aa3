// Bundles what runs outside the web server: what a report runs in a reader's browser (our own core and a page around it, as one script that
// asks for nothing), and our commands, which start in half the time that way.
import { readdirSync } from 'node:fs';
import { build } from 'esbuild';

const shared = { bundle: true, charset: 'utf8', tsconfig: 'tsconfig.json', logLevel: 'warning' };

await build({
  ...shared,
  entryPoints: ['src/reader/reader.ts'],
  outfile: '.programs/reader.js',
  minify: true,
  format: 'iife',
  target: 'es2022',
  legalComments: 'none',
});
await build({
  ...shared,
  entryPoints: readdirSync('src/command')
    .filter((file) => file.endsWith('.ts'))
    .map((file) => `src/command/${file}`),
  outdir: '.programs/command',
  outExtension: { '.js': '.mjs' },
  format: 'esm',
  platform: 'node',
  target: 'node20',
  packages: 'external',
});
