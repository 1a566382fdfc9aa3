import { capacity95, capacityW } from '@/core/judgement/measures/capacity';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { whyLeftOut, type FitFilter } from '@/core/lineUp/fitFilter';
import { socketList } from '@/core/lineUp/roomLimits';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { viewPrices } from '@/lab/lineUp/prices';
import type { RoundUpView } from '@/lab/model/roundUpView';

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
    const found = placed.find((other) => other.entry === code);
    const resistance = found?.resistanceKPerW ?? null;
    const most = resistance === null ? null : capacityW(resistance, at);
    const why = whyLeftOut(
      {
        ...configuredSize(product.body, entry.body),
        sockets: socketList(product.body.sockets),
        held:
          found && most !== null
            ? {
                capacityW: most,
                interval95: capacity95(
                  most,
                  found,
                  Math.hypot(view.instruments.sharedRiseK, found.shared, found.watts),
                ),
              }
            : null,
        price,
      },
      filter,
    );
    return why.length > 0 ? [{ entry: code, why }] : [];
  });
}
