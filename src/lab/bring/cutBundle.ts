import { coolerLevel } from '@/core/levels/coolerLevel';
import { PassCounter } from '@/core/runs/passCounter';
import { median } from '@/core/statistics/median';
import { NO_PARTS } from '@/formats/bundle/planningParts';
import { dataPackageJson, entriesCsv, runsCsv, traceCsv } from '@/formats/bundle/writeBundle';
import type { Problem } from '@/formats/problem';
import type { CutRun } from './cutEvening';
import { rawRun } from './rawRun';
import { USUAL_TARGET } from './rawRunsSchema';

const ENTRY = {
  entry: 'entry-1',
  product: 'Entry 1',
  maker: '',
  kind: 'air-tower',
  fans: '',
  fanCount: null,
  price: null,
  currency: 'EUR',
  heightMm: null,
  isControl: false,
  extra: {},
} as const;
/** What the room makes where no log tells: nothing is taken off, and that is told. */
const NO_FLOOR_DB = 0;

type HeardRun = CutRun & { noiseDb: number };

/** A noise line that the runs reach: the usual one, or where that lies outside of them the middle of their levels. */
function lineFor(runs: readonly HeardRun[]): number {
  const { noiseLineDba } = USUAL_TARGET;
  const levels = runs.map(({ noiseDb, piece }) => coolerLevel(noiseDb, piece.floorDb ?? NO_FLOOR_DB).levelDb);
  const isReached = noiseLineDba >= Math.min(...levels) && noiseLineDba <= Math.max(...levels);
  return isReached ? noiseLineDba : Math.round(10 * median(levels)) / 10;
}

/** The runs as rows of a bundle; the same load and setting again is another pass of it. */
function rowsOf(runs: readonly HeardRun[]) {
  const passes = new PassCounter();
  return runs.map(({ piece, channels, clockS, noiseDb }, i) => {
    const pass = passes.next([piece.loadW, piece.setting]);
    const plan = {
      ...{
        fromS: clockS,
        toS: clockS + piece.toS - piece.fromS,
        entry: ENTRY.entry,
        mount: 1,
        pass,
        noiseDb,
      },
      ...{ loadW: piece.loadW!, loadName: '', gpuLoadW: 0, setting: piece.setting || 'as logged' },
      floorDb: piece.floorDb ?? NO_FLOOR_DB,
    };
    return {
      ...rawRun({ plan, channels, noiseDb }, null),
      run: String(i + 1),
      entry: ENTRY.entry,
      trace: `traces/${i + 1}.csv`,
      note: piece.floorDb === null ? 'no log has the room alone: its noise is not taken off' : '',
      extra: {},
    };
  });
}

/**
 * The runs of an evening as a bundle of one entry, to be renamed, which `rank` takes; null where none can be one. What cannot be a run is
 * told beside it: a piece whose level nobody read.
 */
export function cutBundle(runs: readonly CutRun[]): {
  files: ReadonlyMap<string, string> | null;
  problems: Problem[];
} {
  const heard = runs.flatMap((run): HeardRun[] =>
    run.piece.noiseDb === null ? [] : [{ ...run, noiseDb: run.piece.noiseDb }],
  );
  const problems: Problem[] = runs
    .filter(({ piece }) => piece.noiseDb === null)
    .map(({ piece }) => ({
      file: 'runs.csv',
      message: `from ${Math.round(piece.fromS)} s on: no log has the level here, so it is no run`,
    }));
  if (heard.length === 0) return { files: null, problems };
  if (heard.some(({ piece }) => piece.floorDb === null))
    problems.push({
      file: 'runs.csv',
      column: 'floor_db',
      message: 'no log has the room alone: its noise is not taken off, type it here',
    });
  const rows = rowsOf(heard);
  const { rigName, enclosure, meterDistanceCm, limitC, windowS, referenceAmbientC } = USUAL_TARGET;
  const description = {
    ...{ name: 'evening', title: 'A session of logs', packageId: null, lab: null, beganAt: null },
    rig: { name: rigName, enclosure, meterDistanceCm, limitC, powerAt: 'die' as const },
    method: {
      loadsW: [...new Set(rows.map(({ loadW }) => loadW))].sort((a, b) => b - a),
      noiseLineDba: lineFor(heard),
      windowS,
      referenceAmbientC,
    },
    ...{ planning: NO_PARTS, source: {} },
  };
  const traces = rows.map(({ trace }, i) => ({
    path: trace,
    headings: heard[i]!.channels.map(({ heading }) => heading),
  }));
  const files = new Map<string, string>([
    ['datapackage.json', dataPackageJson(description, traces, [], [])],
    ['entries.csv', entriesCsv([ENTRY])],
    ['runs.csv', runsCsv(rows)],
    ...rows.map(({ trace }, i): [string, string] => [trace, traceCsv(heard[i]!.channels)]),
  ]);
  return { files, problems };
}
