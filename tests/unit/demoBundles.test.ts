import { readFileSync } from 'node:fs';
import { MADE } from '@demo/bundles';
import { readZip } from '@/formats/bundle/bundleZip';

test.each(Object.keys(MADE))('the demo’s bundle %s is what its generator makes', (name) => {
  const kept = readZip(`${name}.zip`, readFileSync(`demo/bundles/${name}.zip`));
  const made = MADE[name]!();
  expect([...kept.keys()].sort()).toEqual([...made.keys()].sort());
  const differ = [...made].filter(([path, bytes]) => Buffer.compare(bytes, kept.get(path)!) !== 0);
  // After a change of what simulates them: npm run demo.
  expect(differ.map(([path]) => path)).toEqual([]);
});
