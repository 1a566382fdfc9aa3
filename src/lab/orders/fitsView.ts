import { advise, type Advice, type Machine } from '@/core/judgement/advice';
import { isFixedWatts, loadLabel } from '@/core/runs/load';
import { listCases } from '@/database/lineUp/cases';
import { withDatabase } from '@/database/pool';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { socketList } from '@/core/lineUp/roomLimits';
import { fitsAnswer } from '@/core/judgement/fitsAnswer';
import { placedEntries } from '../model/pageEntries';
import { pricedLineUp } from '../lineUp/prices';
import { measuredRises, type RoundUpView } from '../model/roundUpView';

const ORDER: Record<Advice['status'], number> = { fits: 0, open: 1, misses: 2 };

/** What of a round-up suits a machine; null where nothing was measured at fixed watts. */
export async function viewFits(view: RoundUpView, asked: Omit<Machine, 'room'> & { caseName: string }) {
  const fixed = measuredRises(view).filter(({ load }) => isFixedWatts(load));
  if (fixed.length === 0) return null;
  const { lineUp, cases } = await withDatabase(async (db) => ({
    lineUp: await pricedLineUp(db, view.roundUp.id, view.brief),
    cases: (await listCases(db)).map(({ body }) => body),
  }));
  const { caseName, ...wishes } = asked;
  const machine: Machine = { ...wishes, room: cases.find(({ name }) => name === caseName) ?? null };
  const off = ({ load }: (typeof fixed)[number]) => Math.abs(Math.log(load.loadW / machine.watts));
  const nearest = fixed.reduce((best, other) => (off(other) < off(best) ? other : best));
  const at = new Map(placedEntries(view).map((entry) => [entry.entry, entry]));
  const found = lineUp.flatMap(({ entry: { code, product, entry }, price }) => {
    const curve = nearest.curves.find((other) => other.entry === code);
    if (!curve) return [];
    const size = configuredSize(product.body, entry.body);
    return [
      {
        ...at.get(code)!,
        ...advise({ entry: code, curve, ...size, sockets: socketList(product.body.sockets), price }, machine),
        price: price.known ? price.value : null,
        /** What is drawn of it, mm; null where not known. */
        size: { ...size, widthMm: product.body.widthMm, depthMm: product.body.depthMm },
      },
    ];
  });
  found.sort(
    (a, b) =>
      ORDER[a.status] - ORDER[b.status] ||
      a.misses.length - b.misses.length ||
      (b.marginK ?? -Infinity) - (a.marginK ?? -Infinity),
  );
  const names = new Map(found.map(({ entry, product }) => [entry, product]));
  return {
    machine,
    advice: found,
    answer: fitsAnswer(found, (entry) => names.get(entry)!),
    /** The load whose curves were taken. */
    load: loadLabel(nearest.load),
    cases,
    /** Sockets that products name. */
    sockets: [
      ...new Set(lineUp.flatMap(({ entry: { product } }) => socketList(product.body.sockets))),
    ].sort(),
    roundUpId: view.roundUp.id,
  };
}

export type FitsData = NonNullable<Awaited<ReturnType<typeof viewFits>>>;
export type Fit = FitsData['advice'][number];
