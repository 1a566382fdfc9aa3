// npm run demo: makes the bundles of the demo anew, after a change of what simulates them.
import { mkdirSync, writeFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import { MADE } from './bundles';

// A bundle that did not change is the same file.
const MADE_AT = new Date(2026, 10, 1);

mkdirSync('demo/bundles', { recursive: true });
for (const [name, make] of Object.entries(MADE)) {
  const files = make();
  const zip = zipSync(Object.fromEntries(files), { level: 9, mtime: MADE_AT });
  writeFileSync(`demo/bundles/${name}.zip`, zip);
  console.log(`${name}.zip: ${files.size} files, ${(zip.length / 1e3).toFixed(0)} kB`);
}
