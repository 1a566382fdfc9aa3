import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { memoized } from '../model/cachedUntilWritten';
import { withLoudness } from '../sound/bundleClips';
import { publishable } from '../outgoing/publishable';
import type { RoundUpView } from '../model/roundUpView';
import { bundleOrders, type BundleOrders } from './bundleOrders';

/** The orders of a round-up as readers get them, made once for as long as nothing is written. */
export const publishableOrders = memoized(
  async (view: RoundUpView): Promise<{ bundle: Bundle; orders: BundleOrders }> => {
    const { files, sounds } = (await publishable(view.roundUp.id, { withoutSamples: true }))!;
    const bundle = await withLoudness(readBundle(files), sounds);
    return { bundle, orders: bundleOrders(bundle) };
  },
);
