import { capacityW } from '@/core/judgement/capacity';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { missesOf, socketList, type ReadersWish } from '@/core/lineUp/readersWish';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { withDatabase } from '@/database/pool';
import { listCases } from '@/database/lineUp/cases';
import type { LabCase } from '@/core/cases/labCase';
import { lineUpOf } from '../lineUp/lineUpView';
import { viewPrices } from '../lineUp/prices';
import type { RoundUpView } from '../model/roundUpView';

export interface LeftOutEntry {
  entry: string;
  why: string[];
}

/** The entries of a round-up that do not meet a wish, and why each; those that have a place at the line are held against its heat. */
export async function leftOutBy(
  view: RoundUpView,
  wish: ReadersWish,
  at: { curves: readonly EntryCurve[]; placed: readonly PlacedEntry[] },
): Promise<LeftOutEntry[]> {
  const { referenceAmbientC, rig } = view.roundUp;
  const priced = await viewPrices(view);
  return priced.flatMap(({ entry: { code, product, entry }, price }) => {
    const resistance = at.placed.find((other) => other.entry === code)?.resistanceKPerW ?? null;
    const first = at.curves.find((curve) => curve.entry === code)?.points[0];
    const why = missesOf(
      {
        ...configuredSize(product.body, entry.body),
        sockets: socketList(product.body.sockets),
        capacityW:
          resistance === null ? null : capacityW(resistance, { limitC: rig.limitC, referenceAmbientC }),
        quietestDba: first?.levelDb ?? null,
        price,
        currency: view.brief.limits.currency,
      },
      wish,
    );
    return why.length > 0 ? [{ entry: code, why }] : [];
  });
}

/** What a wish can choose from: sockets that products note, and the cases that the lab keeps. */
export function viewFitChoices(roundUpId: number): Promise<{ sockets: string[]; cases: LabCase[] }> {
  return withDatabase(async (db) => {
    const lineUp = await lineUpOf(db, roundUpId);
    const sockets = lineUp.flatMap(({ product }) => socketList(product.body.sockets));
    return { sockets: [...new Set(sockets)].sort(), cases: (await listCases(db)).map(({ body }) => body) };
  });
}
