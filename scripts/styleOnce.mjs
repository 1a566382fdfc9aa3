// The style lies in the page (`inlineCss` of next.config.ts): it is drawn with the first answer and waits for no second. The framework
// writes it there once more for the page that shows where even the layout failed, which brings a style of its own: that copy goes.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = '.next/server/app';
const manifests = readdirSync(folder, { recursive: true }).filter((name) =>
  name.endsWith('_client-reference-manifest.js'),
);
for (const name of manifests) {
  const path = join(folder, name);
  const script = readFileSync(path, 'utf8');
  const [before, json, after] = script.split(/(?<=\] = )(\{"moduleLoading".*\})(?=;)/s);
  if (json === undefined)
    throw new Error(`${name}: the framework writes its manifests otherwise now; see scripts/styleOnce.mjs.`);
  const manifest = JSON.parse(json);
  for (const component of Object.keys(manifest.entryCSSFiles))
    if (component.endsWith('/builtin/global-error')) delete manifest.entryCSSFiles[component];
  writeFileSync(path, before + JSON.stringify(manifest) + after);
}
