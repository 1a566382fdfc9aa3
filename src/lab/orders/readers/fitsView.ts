import type { Machine } from '@/core/judgement/readers/advice';
import { adviseAll } from '@/core/judgement/readers/adviseAll';
import { isFixedWatts, loadKey, loadLabel } from '@/core/runs/load';
import { listCases } from '@/database/lineUp/cases';
import { withDatabase } from '@/database/pool';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { socketList } from '@/core/lineUp/roomLimits';
import { fitsAnswer } from '@/core/judgement/readers/fitsAnswer';
import { placedEntries } from '@/lab/model/pageEntries';
import { pricedLineUp } from '@/lab/lineUp/prices';
import { measuredRises, type RoundUpView } from '@/lab/model/roundUpView';

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
  const at = new Map(placedEntries(view).map((entry) => [entry.entry, entry]));
  const candidates = lineUp.map(({ entry: { code, product, entry }, price }) => ({
    ...at.get(code)!,
    ...configuredSize(product.body, entry.body),
    ...{ sockets: socketList(product.body.sockets), price },
    ...{ widthMm: product.body.widthMm, depthMm: product.body.depthMm },
  }));
  const { load, advice } = adviseAll(fixed, candidates, machine);
  const found = advice.map(({ price, ...each }) => ({ ...each, price: price.known ? price.value : null }));
  const names = new Map(found.map(({ entry, product }) => [entry, product]));
  return {
    machine,
    advice: found,
    answer: fitsAnswer(found, (entry) => names.get(entry)!),
    /** The load whose curves were taken. */
    load: loadLabel(load),
    loadKey: loadKey(load),
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
