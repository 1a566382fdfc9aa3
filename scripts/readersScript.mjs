// Bundles what a report runs in a reader's browser: our own core and a page around it, as one script that asks for nothing.
import { resolve } from 'node:path';
import { build } from 'esbuild';

/** Jest calls it before its tests, too. */
export default async function readersScript() {
  await build({
    entryPoints: ['src/reader/reader.ts'],
    outfile: '.reader/reader.js',
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    charset: 'utf8',
    legalComments: 'none',
    tsconfig: 'tsconfig.json',
    logLevel: 'warning',
  });
}

if (resolve(process.argv[1] ?? '') === import.meta.filename) await readersScript();
