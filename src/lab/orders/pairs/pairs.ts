import { entryPairs, type EntryPair } from '@/core/lineUp/entryPairs';
import { pairDifference, type PairDifference } from '@/core/ranking/pairDifference';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { mean } from '@/core/statistics/mean';
import { withDatabase } from '@/database/pool';
import { listValues } from '@/database/runs/runValues';
import { pricedLineUp } from '@/lab/lineUp/prices';
import { riseCurves, type RoundUpView } from '@/lab/model/roundUpView';
import { underCovers } from '@/lab/lineUp/shownLineUp';

/** Two entries of one product that differ in one thing, and what it brings: rises, K. */
export interface ViewedPair extends EntryPair {
  load: string;
  /** Null where one of them has no place at the line. */
  atLine: PairDifference | null;
  /** With both at their fastest: the rise, and how much louder the other is. */
  fullK: number | null;
  fullDb: number | null;
  /** How much slower each fan of the other turns at a setting that both have, as a share; null where nobody read it. */
  slowerShare: number | null;
}

/** The pairs of a round-up at its noise line, at each heat load, with what the one difference brings. */
export async function viewPairs(view: RoundUpView, lineDb: number): Promise<ViewedPair[]> {
  const { lineUp, speeds } = await withDatabase(async (db) => ({
    lineUp: await pricedLineUp(db, view.roundUp.id, view.brief),
    speeds: await listValues(db, view.roundUp.id, FIRST_SPEED.id, ''),
  }));
  const priceOf = (i: number) => {
    const { price } = lineUp[i]!;
    return price.known ? price.value : null;
  };
  const shown = underCovers(lineUp.map(({ entry }) => entry));
  const pairs = entryPairs(
    shown.map(({ code, productId, entry, sample, covered }, i) => ({
      entry: code,
      productId,
      fans: entry.body.fans,
      // A cover hides which sample it is, too.
      sample: covered ? '' : (sample?.body.label ?? ''),
      price: priceOf(i),
    })),
  );
  if (pairs.length === 0) return [];
  const speedOf = new Map(speeds.map((row) => [row.runId, row.value]));
  const turning = view.runs.flatMap((run) => {
    const rpm = speedOf.get(run.id) ?? run.rpm;
    return run.setAside === '' && rpm !== null && rpm > 0 ? [{ run, rpm }] : [];
  });
  const speedAt = (entry: string, setting: string) => {
    const read = turning.filter(({ run }) => run.entry === entry && run.setting === setting);
    return read.length > 0 ? mean(read.map(({ rpm }) => rpm)) : null;
  };
  const slower = ({ base, other }: EntryPair): number | null => {
    const settings = new Set(turning.filter(({ run }) => run.entry === base).map(({ run }) => run.setting));
    const shares = [...settings].flatMap((setting) => {
      const [one, two] = [speedAt(base, setting), speedAt(other, setting)];
      return one === null || two === null ? [] : [1 - two / one];
    });
    return shares.length > 0 ? mean(shares) : null;
  };
  return riseCurves(view).flatMap(({ label, rule, curves }) => {
    const placed = new Map(
      rankAtLine(curves, { ...rule, lineDb }).placed.map((entry) => [entry.entry, entry]),
    );
    const compared = Math.max(2, placed.size);
    const loudest = (entry: string) => curves.find((curve) => curve.entry === entry)?.points.at(-1) ?? null;
    return pairs.flatMap((pair): ViewedPair[] => {
      const [one, two] = [placed.get(pair.base), placed.get(pair.other)];
      const [full, fullOther] = [loudest(pair.base), loudest(pair.other)];
      if (!full || !fullOther) return [];
      return [
        {
          ...pair,
          load: label,
          atLine: one && two ? pairDifference(one, two, compared) : null,
          fullK: fullOther.value - full.value,
          fullDb: fullOther.levelDb - full.levelDb,
          slowerShare: pair.baseFans === pair.otherFans ? null : slower(pair),
        },
      ];
    });
  });
}
