import { stringify } from 'csv-stringify/sync';
import { BOATHOUSE, BOATHOUSE_RIG, DUTIES, LOADS_W, type BoathouseEntry } from './boathouse';
import { seededChance, type Chance } from './random';
import { simulateRun, type SimulatedSample } from './simulateRun';

const MOUNT_SPREAD = 0.012;
const AIR_SOAK_S = 1300;
const LIQUID_SOAK_S = 2700;
/** First evening of the round-up, UTC. */
const START = Date.UTC(2026, 9, 12, 18, 0, 0);

interface RunRow {
  run: string;
  entry: string;
  mount: number;
  pass: number;
  load_w: number;
  setting: string;
  noise_db: number;
  floor_db: number;
  trace: string;
  duty_pct: number;
  rpm: number;
  started_at: string;
  set_aside: string;
  note: string;
}

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

function traceCsv(samples: readonly SimulatedSample[]): string {
  const rows = samples.map(
    (s) =>
      `${s.timeS},${s.cpuC.toFixed(1)},${s.ambientC.toFixed(2)},${s.powerW.toFixed(1)},${s.fanRpm},${s.clockMhz}`,
  );
  return `t_s,cpu_c,ambient_c,power_w,fan_rpm,clock_mhz\n${rows.join('\n')}\n`;
}

/** A run cut off before it had settled: the reviewer went to bed. */
function isCutShort({ entry, mount }: Mounting, loadW: number, duty: number): boolean {
  return entry.entry === 'cierzo-240' && mount === 1 && loadW === 170 && duty === 56;
}

function sweep(
  mounting: Mounting,
  chance: Chance,
  clock: { s: number },
  runs: RunRow[],
  files: Map<string, string>,
) {
  const { entry, mount } = mounting;
  const bad = entry.badMount?.mount === mount ? entry.badMount : undefined;
  const mountFactor = (1 + MOUNT_SPREAD * chance.normal()) * (bad?.factor ?? 1);
  for (const loadW of LOADS_W) {
    for (const duty of DUTIES) {
      const rpm = (entry.cooler.maxRpm * duty) / 100;
      const soakS = entry.kind === 'liquid' ? LIQUID_SOAK_S : AIR_SOAK_S;
      const durationS = isCutShort(mounting, loadW, duty) ? 480 : soakS;
      const powerFactor = 1 + 0.006 * chance.normal();
      const result = simulateRun(
        entry.cooler,
        BOATHOUSE_RIG,
        { loadW, rpm, durationS, stepS: 3, mountFactor, powerFactor, labClockS: clock.s },
        chance,
      );
      const run = String(runs.length + 1).padStart(3, '0');
      const trace = `traces/${run}.csv`;
      files.set(trace, traceCsv(result.samples));
      runs.push({
        run,
        entry: entry.entry,
        mount,
        pass: 1,
        load_w: loadW,
        setting: `${duty} %`,
        noise_db: result.noiseDb,
        floor_db: result.floorDb,
        trace,
        duty_pct: duty,
        rpm: Math.round(rpm),
        started_at: new Date(START + clock.s * 1000).toISOString(),
        set_aside: bad ? 'paste had not spread: cleaned and mounted again' : '',
        note: '',
      });
      clock.s += durationS + 60;
    }
  }
  clock.s += 1500;
}

/**
 * The boathouse lab's cooler round-up as a bench bundle, path to text: eight coolers at two loads, with
 * curves that cross, a tie, one that throttles at the high load, one never quiet enough, one that tops out,
 * one mounted badly and mounted again, and one run stopped too early. The same seed gives the same bytes.
 */
export function demoBundle(seed: number): Map<string, string> {
  const chance = seededChance(seed);
  const files = new Map<string, string>();
  const runs: RunRow[] = [];
  const clock = { s: 0 };
  for (const mounting of evenings()) sweep(mounting, chance, clock, runs, files);
  const entries = BOATHOUSE.map((entry) => ({
    entry: entry.entry,
    product: entry.product,
    maker: entry.maker,
    kind: entry.kind,
    fans: entry.fans,
    fan_count: entry.fanCount,
    price: entry.price,
    currency: 'EUR',
    height_mm: entry.heightMm,
    is_control: String(entry.isControl),
  }));
  files.set('entries.csv', stringify(entries, { header: true }));
  files.set('runs.csv', stringify(runs, { header: true }));
  const resources = ['entries.csv', 'runs.csv', ...runs.map((run) => run.trace)];
  const dataPackage = {
    profile: 'data-package',
    name: 'boathouse-quiet-towers',
    title: 'Quiet towers for the practice rooms',
    resources: resources.map((path) => ({ name: path.replace(/\.csv$/, '').replace('/', '-'), path })),
    abanico: {
      formatVersion: 1,
      rig: { name: 'Boathouse lab', enclosure: 'open', meterDistanceCm: 60, limitC: BOATHOUSE_RIG.limitC },
      method: { loadsW: [...LOADS_W], noiseLineDba: 33, windowS: 300, referenceAmbientC: 23 },
    },
  };
  files.set('datapackage.json', `${JSON.stringify(dataPackage, null, 1)}\n`);
  return files;
}

/** The demo as bytes, as an import takes it. */
export function demoBundleBytes(seed: number): Map<string, Uint8Array> {
  const encoder = new TextEncoder();
  return new Map([...demoBundle(seed)].map(([path, text]) => [path, encoder.encode(text)]));
}
