import { readBundle, type Bundle } from '@/formats/bundle/readBundle';
import { onceFor } from '../keptWhileUnwritten';
import { withLoudness } from '../sound/bundleClips';
import { publishableFiles } from '../publish/publish';
import type { RoundUpView } from '../roundUpView';
import { bundleOrders, type BundleOrders } from './bundleOrders';

/** The orders of a round-up as readers get them, made once for as long as nothing is written. */
export const publishableOrders = onceFor(
  async (view: RoundUpView): Promise<{ bundle: Bundle; orders: BundleOrders }> => {
    const files = await publishableFiles(view.roundUp.id);
    const bundle = await withLoudness(readBundle(files!));
    return { bundle, orders: bundleOrders(bundle) };
  },
);
