import type { Verdict } from '@/core/verdict/verdictSheet';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { BundleOrders } from './orders/bundleOrders';

/** A verdict on its way to a report. */
export interface Made {
  bundle: Bundle;
  orders: BundleOrders;
  verdict: Verdict;
  photos: ReadonlyMap<string, Uint8Array>;
  source: string;
  /** References that stand for nothing, as they were met. */
  broken: string[];
}
