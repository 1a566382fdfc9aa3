import { isMissing } from '@/core/missing';
import { median } from '@/core/statistics/median';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { NO_PARTS } from '@/formats/bundle/planningParts';
import { dataPackageJson, entriesCsv, runsCsv, traceCsv } from '@/formats/bundle/writeBundle';
import type { Problem } from '@/formats/problem';
import { CUT_RULE, type CutEvening, type CutRun } from './cutEvening';

const ENTRY = 'entry-1';
/** Where nobody has said otherwise, cm, °C and dB(A). */
const USUAL = { meterDistanceCm: 60, referenceAmbientC: 23, noiseLineDba: 33 };
/** What the room makes where no log tells: nothing is taken off, and that is told. */
const NO_FLOOR_DB = 0;

/** A noise line that the runs reach: the usual one, or where that lies outside of them the middle of their levels. */
function lineFor(runs: readonly CutRun[]): number {
  const levels = runs.map(({ piece }) => coolerLevel(piece.noiseDb!, piece.floorDb ?? NO_FLOOR_DB).levelDb);
  const { noiseLineDba } = USUAL;
  const isReached = noiseLineDba >= Math.min(...levels) && noiseLineDba <= Math.max(...levels);
  return isReached || levels.length === 0 ? noiseLineDba : Math.round(10 * median(levels)) / 10;
}

function speedOf({ channels }: CutRun): number | null {
  const values = channels.find(({ heading }) => heading === 'fan_rpm')?.values;
  const present =
    values instanceof Float64Array ? Array.from(values).filter((value) => !isMissing(value)) : [];
  return present.length > 0
    ? Math.round(present.reduce((sum, value) => sum + value, 0) / present.length)
    : null;
}

/**
 * The runs of an evening as a bundle of one entry, to be renamed; `rank` takes it. What cannot be a run is told beside it: a piece whose
 * level nobody read.
 */
export function cutBundle({ runs }: Pick<CutEvening, 'runs'>): {
  files: Map<string, string>;
  problems: Problem[];
} {
  const heard = runs.filter(({ piece }) => piece.noiseDb !== null);
  const problems: Problem[] = runs.flatMap(({ piece }) =>
    piece.noiseDb === null
      ? [
          {
            file: 'runs.csv',
            message: `from ${Math.round(piece.fromS)} s on: no log has the level here, so it is no run`,
          },
        ]
      : [],
  );
  if (heard.some(({ piece }) => piece.floorDb === null))
    problems.push({
      file: 'runs.csv',
      column: 'floor_db',
      message: 'no log has the room alone: its noise is not taken off, type it here',
    });
  const passes = new Map<string, number>();
  const rows = heard.map((run, i) => {
    const { piece, startedAt } = run;
    const key = `${piece.loadW} ${piece.setting}`;
    const pass = (passes.get(key) ?? 0) + 1;
    passes.set(key, pass);
    return {
      run: String(i + 1),
      entry: ENTRY,
      mount: 1,
      pass,
      loadW: piece.loadW!,
      loadName: '',
      gpuLoadW: 0,
      setting: piece.setting || 'as logged',
      control: 'fixed' as const,
      noiseDb: piece.noiseDb!,
      floorDb: piece.floorDb ?? NO_FLOOR_DB,
      trace: `traces/${i + 1}.csv`,
      typedCpuC: null,
      typedAmbientC: null,
      typedPowerW: null,
      dutyPct: null,
      rpm: speedOf(run),
      startedAt: startedAt ? startedAt.toISOString().slice(0, 19) : '',
      note: '',
      setAside: '',
      movedWindow: null,
      windowReason: '',
      ambientDoubtK: null,
      levelCorrection: null,
      extra: {},
    };
  });
  const entry = {
    ...{ entry: ENTRY, product: 'Entry 1', maker: '', kind: 'air-tower' as const, fans: '', fanCount: null },
    ...{ price: null, currency: 'EUR', heightMm: null, isControl: false, extra: {} },
  };
  const files = new Map<string, string>([
    ['entries.csv', entriesCsv([entry])],
    ['runs.csv', runsCsv(rows)],
    ...heard.map(({ channels }, i): [string, string] => [`traces/${i + 1}.csv`, traceCsv(channels)]),
  ]);
  const loads = [...new Set(rows.map(({ loadW }) => loadW))].sort((a, b) => b - a);
  files.set(
    'datapackage.json',
    dataPackageJson(
      {
        ...{ name: 'evening', title: 'An evening of logs', packageId: null, beganAt: null },
        rig: {
          ...{ name: 'Bench', enclosure: 'open', limitC: CUT_RULE.limitC, powerAt: 'die' as const },
          meterDistanceCm: USUAL.meterDistanceCm,
        },
        method: {
          ...{ loadsW: loads, noiseLineDba: lineFor(heard), windowS: CUT_RULE.windowS },
          referenceAmbientC: USUAL.referenceAmbientC,
        },
        ...{ planning: NO_PARTS, source: {} },
      },
      heard.map(({ channels }, i) => ({
        path: `traces/${i + 1}.csv`,
        headings: channels.map(({ heading }) => heading),
      })),
      [],
      [],
    ),
  );
  return { files, problems };
}
