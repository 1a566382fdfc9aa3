import { advise, type Advice, type Machine } from '@/core/judgement/advice';
import type { LabCase } from '@/core/cases/labCase';
import { isFixedWatts, loadLabel } from '@/core/runs/load';
import { listCases } from '@/database/lineUp/cases';
import { withDatabase } from '@/database/pool';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { pricedLineUp } from '../lineUp/prices';
import { riseCurves, type RoundUpView } from '../model/roundUpView';

export interface FitsView {
  /** Best first: those that fit by their margin, then what is open, then what misses. */
  advice: Advice[];
  /** The load whose curves were taken. */
  load: string;
  cases: LabCase[];
}

const ORDER: Record<Advice['status'], number> = { fits: 0, open: 1, misses: 2 };

/** What of a round-up suits a machine; null where nothing was measured at fixed watts. */
export async function viewFits(view: RoundUpView, machine: Machine): Promise<FitsView | null> {
  const fixed = riseCurves(view).filter(
    ({ load, curves }) => isFixedWatts(load) && curves.some(({ points }) => points.length > 0),
  );
  if (fixed.length === 0) return null;
  const off = ({ load }: (typeof fixed)[number]) => Math.abs(Math.log(load.loadW / machine.watts));
  const nearest = fixed.reduce((best, other) => (off(other) < off(best) ? other : best));
  const { lineUp, cases } = await withDatabase(async (db) => ({
    lineUp: await pricedLineUp(db, view.roundUp.id, view.brief),
    cases: await listCases(db),
  }));
  const advice = lineUp.flatMap(({ entry: { code, product, entry }, price }): Advice[] => {
    const curve = nearest.curves.find((other) => other.entry === code);
    const { heightMm, memoryClearanceMm, ...size } = configuredSize(product.body, entry.body);
    // Neither stands over the board as a tower does.
    const isLoop = size.isLoop || size.isCase;
    const money = price.known
      ? { price: price.value, currency: view.brief.limits.currency }
      : { price: null, currency: product.body.currency };
    return curve
      ? [advise({ entry: code, curve, heightMm, memoryClearanceMm, isLoop, ...money }, machine)]
      : [];
  });
  advice.sort(
    (a, b) =>
      ORDER[a.status] - ORDER[b.status] ||
      a.misses.length - b.misses.length ||
      (b.marginK ?? -Infinity) - (a.marginK ?? -Infinity),
  );
  return { advice, load: loadLabel(nearest.load), cases: cases.map(({ body }) => body) };
}
