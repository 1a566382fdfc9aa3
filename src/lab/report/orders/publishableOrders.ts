import { createHash } from 'node:crypto';
import { strFromU8 } from 'fflate';
import type { BundleFiles } from '@/formats/bundle/bundleFiles';
import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { memoized } from '@/lab/model/cachedUntilWritten';
import { withLoudness } from '@/lab/sound/bundleClips';
import { publishable } from '@/lab/outgoing/publishable';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { bundleOrders, type BundleOrders } from './bundleOrders';

/** Round-ups that somebody writes about at once. */
const MOST_KEPT = 3;
const kept = new Map<string, BundleOrders>();

/** What orders are made of: all of a bundle but what was written about it, and its photographs. */
function fingerprint(files: BundleFiles): string {
  const hash = createHash('sha256');
  for (const [path, bytes] of files) {
    if (path.startsWith('photos/')) continue;
    hash.update(`${path}\0`);
    if (path !== 'datapackage.json') hash.update(bytes);
    else {
      const { resources: _, ...said } = JSON.parse(strFromU8(bytes)) as {
        resources?: unknown;
        abanico?: { verdict?: unknown };
      };
      hash.update(JSON.stringify({ ...said, abanico: { ...said.abanico, verdict: null } }));
    }
  }
  return hash.digest('hex');
}

/** Orders of the same figures, made once: words are saved with each pause of a writer, and move none. */
function ordersOf(files: BundleFiles, bundle: Bundle): BundleOrders {
  const key = fingerprint(files);
  const orders = kept.get(key) ?? bundleOrders(bundle);
  kept.delete(key);
  kept.set(key, orders);
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return orders;
}

/** The orders of a round-up as readers get them, made once for as long as nothing is written. */
export const publishableOrders = memoized(
  async (view: RoundUpView): Promise<{ bundle: Bundle; orders: BundleOrders }> => {
    const { files, sounds } = (await publishable(view.roundUp.id, { withoutSamples: true }))!;
    const bundle = await withLoudness(readBundle(files), sounds);
    return { bundle, orders: ordersOf(files, bundle) };
  },
);
