import { BOATHOUSE, BOATHOUSE_RIG, DUTIES, LOADS_W, type BoathouseEntry } from '@/simulator/boathouse';
import {
  BOATHOUSE_PRICES,
  boathouseBrief,
  boathouseEntrySheet,
  boathousePlan,
  boathouseProduct,
  boathouseSample,
} from './boathousePlanning';
import { BOATHOUSE_BOOK, BOATHOUSE_HISTORY } from '@/simulator/boathouseRig';
import { towersVerdict } from './demoVerdicts';
import { demoFiles } from './demoFiles';
import { platesCsv } from './plates';
import { seededChance } from '@/core/statistics/chance';
import { sweepRuns, type Evening } from './sweepRuns';

export const MOUNT_SPREAD = 0.012;
const AIR_SOAK_S = 1300;
const LIQUID_SOAK_S = 2700;

/** First evening of the round-up, UTC. */
const START = Date.UTC(2026, 9, 12, 18, 0, 0);

interface Mounting {
  entry: BoathouseEntry;
  mount: number;
}

/** The control stands at the start, the middle and the end; the second mounts come after all the first. */
function evenings(): Mounting[] {
  const control = BOATHOUSE.find((entry) => entry.isControl)!;
  const others = BOATHOUSE.filter((entry) => !entry.isControl);
  const second = others.filter((entry) => entry.mounts > 1);
  return [
    { entry: control, mount: 1 },
    ...others.map((entry) => ({ entry, mount: 1 })),
    { entry: control, mount: 2 },
    ...second.map((entry) => ({ entry, mount: 2 })),
    { entry: control, mount: 3 },
  ];
}

/** A run cut off before it had settled: the reviewer went to bed. */
function stoppedAfterS({ entry, mount }: Mounting, loadW: number, duty: number): number | null {
  return entry.entry === 'cierzo-240' && mount === 1 && loadW === 170 && duty === 56 ? 480 : null;
}

export const DEMO_RIG = {
  name: 'Boathouse lab',
  enclosure: 'open',
  meterDistanceCm: 60,
  limitC: BOATHOUSE_RIG.limitC,
  ...BOATHOUSE_HISTORY,
  book: BOATHOUSE_BOOK,
};

/**
 * The boathouse lab's cooler round-up as a bench bundle, path to text: eight coolers at two loads, with
 * curves that cross, a tie, one that throttles at the high load, one never quiet enough, one that tops out,
 * one mounted badly and mounted again, and one run stopped too early; its brief, samples, rig and plan. The same
 * seed gives the same bytes.
 */
export function demoBundle(seed: number): Map<string, string> {
  const chance = seededChance(seed);
  const evening: Evening = {
    rig: BOATHOUSE_RIG,
    chance,
    start: START,
    clockS: 0,
    runs: [],
    files: new Map(),
  };
  for (const mounting of evenings()) {
    const { entry, mount } = mounting;
    const bad = entry.badMount?.mount === mount ? entry.badMount : undefined;
    sweepRuns(evening, {
      entry: entry.entry,
      mount,
      cooler: entry.cooler,
      loadsW: LOADS_W,
      settings: DUTIES.map((dutyPct) => ({ label: `${dutyPct} %`, dutyPct })),
      soakS: entry.kind === 'liquid' ? LIQUID_SOAK_S : AIR_SOAK_S,
      mountFactor: (1 + MOUNT_SPREAD * chance.normal()) * (bad?.factor ?? 1),
      setAside: bad ? 'paste had not spread: cleaned and mounted again' : '',
      cutShort: (loadW, duty) => stoppedAfterS(mounting, loadW, duty),
    });
  }
  evening.files.set('flatness.csv', platesCsv(seed));
  evening.files.set('prices.csv', BOATHOUSE_PRICES);
  return demoFiles(evening.files, {
    name: 'boathouse-quiet-towers',
    title: 'Quiet towers for the practice rooms',
    entries: BOATHOUSE,
    runs: evening.runs,
    abanico: {
      rig: DEMO_RIG,
      method: { loadsW: [...LOADS_W], noiseLineDba: 33, windowS: 300, referenceAmbientC: 23 },
      brief: boathouseBrief(),
      plan: boathousePlan(),
      verdict: towersVerdict(),
      lineUp: Object.fromEntries(
        BOATHOUSE.map((entry) => [
          entry.entry,
          {
            product: boathouseProduct(entry),
            entry: boathouseEntrySheet(entry),
            sample: boathouseSample(entry),
          },
        ]),
      ),
    },
  });
}
