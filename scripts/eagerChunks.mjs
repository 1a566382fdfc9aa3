// What a page loads it runs at once, most of it. Told so, a browser compiles it beside the page while it comes, and not function
// by function while the page waits: the framework's start takes a third of the time on a phone. Without such a browser it is a comment.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const HINT = '//# allFunctionsCalledOnLoad\n';
const folder = '.next/static/chunks';
for (const name of readdirSync(folder)) {
  if (!name.endsWith('.js')) continue;
  const path = join(folder, name);
  const script = readFileSync(path, 'utf8');
  if (!script.startsWith(HINT)) writeFileSync(path, HINT + script);
}
