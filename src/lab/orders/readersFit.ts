import { capacityW } from '@/core/judgement/capacity';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { whyLeftOut, type FitFilter } from '@/core/lineUp/fitFilter';
import { socketList } from '@/core/lineUp/roomLimits';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { viewPrices } from '../lineUp/prices';
import type { RoundUpView } from '../model/roundUpView';

export interface LeftOutEntry {
  entry: string;
  why: string[];
}

/** The entries of a round-up that a filter leaves out, and why each; those that have a place at the line are held against its heat. */
export async function leftOutBy(
  view: RoundUpView,
  filter: FitFilter,
  placed: readonly PlacedEntry[],
): Promise<LeftOutEntry[]> {
  const { referenceAmbientC, rig } = view.roundUp;
  const at = {
    limitC: filter.limitC ?? rig.limitC,
    referenceAmbientC: filter.roomC ?? referenceAmbientC,
  };
  return (await viewPrices(view)).flatMap(({ entry: { code, product, entry }, price }) => {
    const resistance = placed.find((other) => other.entry === code)?.resistanceKPerW ?? null;
    const why = whyLeftOut(
      {
        ...configuredSize(product.body, entry.body),
        sockets: socketList(product.body.sockets),
        capacityW: resistance === null ? null : capacityW(resistance, at),
        price,
      },
      filter,
    );
    return why.length > 0 ? [{ entry: code, why }] : [];
  });
}
