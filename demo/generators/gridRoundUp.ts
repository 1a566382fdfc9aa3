import { defaultBrief, type Brief } from '@/core/brief/brief';
import { blankEntry, blankFan, fansText, type Entry } from '@/core/lineUp/entry';
import { blankProduct } from '@/core/lineUp/product';
import { blankSample } from '@/core/lineUp/sample';
import { seededChance } from '@/core/statistics/chance';
import { BOATHOUSE_RIG } from '@/simulator/boathouse';
import type { Cooler } from '@/simulator/cooler';
import { DEMO_RIG, MOUNT_SPREAD } from './demoBundle';
import { demoFiles } from './demoFiles';
import { sweepRuns, type Evening } from './sweepRuns';

const LOAD_W = 120;
const SOAK_S = 1300;
const SETTINGS = [100, 80, 60, 45];
const START = Date.UTC(2026, 10, 23, 17, 0, 0);
/** What the processor's clock loses for each kelvin that its die is warmer, MHz. */
export const CLOCK_PER_K = 2.4;
/** Die, paste and spreader: what no heatsink and no fan of the grid changes, K/W. */
export const SHARED_K_PER_W = 0.1;

interface Heatsink {
  name: string;
  maker: string;
  price: number;
  /** R over the shared part at 1,000 rpm of the reference fan, K/W. */
  gainKPerW: number;
  ownFan: string;
}

interface GridFan {
  name: string;
  /** Null where it comes with a heatsink. */
  price: number | null;
  maxRpm: number;
  fanDb: number;
  /** How much of R over the shared part is left at the same speed, against the reference fan. */
  factor: number;
}

export const GRID_HEATSINKS: readonly Heatsink[] = [
  { name: 'Levante 120', maker: 'Trinquete', price: 39, gainKPerW: 0.105, ownFan: 'Levante’s own' },
  { name: 'Poniente 120', maker: 'Vela Mayor', price: 45, gainKPerW: 0.094, ownFan: 'Poniente’s own' },
  { name: 'Xaloc 120', maker: 'Foque & Hija', price: 34, gainKPerW: 0.126, ownFan: 'Xaloc’s own' },
];

export const GRID_FANS: readonly GridFan[] = [
  { name: 'Brisa 120', price: 14.9, maxRpm: 1600, fanDb: 39.5, factor: 1 },
  { name: 'Virazón 120', price: 22.5, maxRpm: 1800, fanDb: 41, factor: 0.93 },
  { name: 'Alisio 120', price: 9.9, maxRpm: 1400, fanDb: 38.5, factor: 1.12 },
  { name: 'Levante’s own', price: null, maxRpm: 1500, fanDb: 41, factor: 1.08 },
  { name: 'Poniente’s own', price: null, maxRpm: 1700, fanDb: 43, factor: 1.14 },
  { name: 'Xaloc’s own', price: null, maxRpm: 1500, fanDb: 38.5, factor: 0.97 },
];

interface GridEntry {
  entry: string;
  heatsink: Heatsink;
  fan: GridFan;
  count: number;
  sample: string;
}

const slug = (name: string) =>
  name
    .toLowerCase()
    .replace('ó', 'o')
    .replace(/’s| 120/g, '')
    .replace(/ /g, '-');

/** Every heatsink under its own fan and the lab's three, but for one that nobody got to; one with two fans, and a second sample. */
export const GRID: readonly GridEntry[] = [
  ...GRID_HEATSINKS.flatMap((heatsink) =>
    GRID_FANS.filter(({ name, price }) => price !== null || name === heatsink.ownFan)
      .filter(({ name }) => !(heatsink.name === 'Xaloc 120' && name === 'Virazón 120'))
      .map((fan): GridEntry => {
        const entry =
          fan.price === null ? `${slug(heatsink.name)}-own` : `${slug(heatsink.name)}-${slug(fan.name)}`;
        return { entry, heatsink, fan, count: 1, sample: 'A' };
      }),
  ),
  { entry: 'levante-two-brisa', heatsink: GRID_HEATSINKS[0]!, fan: GRID_FANS[0]!, count: 2, sample: 'A' },
  { entry: 'levante-b-brisa', heatsink: GRID_HEATSINKS[0]!, fan: GRID_FANS[0]!, count: 1, sample: 'B' },
];

/** The known answer of a cell. */
export function gridCooler({ heatsink, fan, count }: GridEntry): Cooler {
  return {
    contactKPerW: SHARED_K_PER_W,
    wallKPerW: 0,
    // A second fan behind the first moves little more air through the fins.
    gainKPerW: heatsink.gainKPerW * fan.factor * (count > 1 ? 0.9 : 1),
    exponent: 0.85,
    capacityJPerK: 560,
    maxRpm: fan.maxRpm,
    fanDb: fan.fanDb + 10 * Math.log10(count),
    pumpDb: Number.NEGATIVE_INFINITY,
  };
}

function brief(): Brief {
  const blank = defaultBrief();
  return {
    ...blank,
    question: 'heatsinks-lab-fan',
    loads: [{ watts: LOAD_W, program: '', gpuWatts: 0 }],
    noiseLinesDba: [30, 34],
    bandDba: { from: 28, to: 36 },
    passes: 1,
    mounts: 2,
    deadline: '2026-12-11',
    schools: {
      ...blank.schools,
      fans: { choice: 'both', reason: 'Readers ask whether another fan would save a cheap heatsink.' },
    },
  };
}

function entrySheet({ fan, count }: GridEntry): Entry {
  return {
    ...blankEntry(),
    fans: [blankFan({ name: fan.name, count, direction: count > 1 ? '' : 'push', eachPrice: fan.price })],
    extras: count > 1 ? [{ name: 'cable for two fans', price: 3.5 }] : [],
  };
}

/** Heatsinks against fans on the boathouse's bench: what each brings, and what a heatsink's own fan costs it. */
export function gridRoundUp(seed: number): Map<string, string> {
  const chance = seededChance(seed);
  const evening: Evening = {
    rig: { ...BOATHOUSE_RIG, clockPerK: CLOCK_PER_K },
    chance,
    start: START,
    clockS: 0,
    runs: [],
    files: new Map(),
  };
  for (const mount of [1, 2])
    for (const item of GRID)
      sweepRuns(evening, {
        entry: item.entry,
        mount,
        cooler: gridCooler(item),
        loadsW: [LOAD_W],
        settings: SETTINGS.map((dutyPct) => ({ label: `${dutyPct} %`, dutyPct })),
        soakS: SOAK_S,
        mountFactor: 1 + MOUNT_SPREAD * chance.normal(),
        setAside: '',
      });
  return demoFiles(evening.files, {
    name: 'boathouse-heatsinks-and-fans',
    title: 'Which heatsink, which fan',
    entries: GRID.map((item) => ({
      ...{ entry: item.entry, product: item.heatsink.name, maker: item.heatsink.maker, kind: 'air-tower' },
      ...{ fans: fansText(entrySheet(item)), fanCount: item.count, heightMm: 156 },
      price: Number((item.heatsink.price + item.count * (item.fan.price ?? 0)).toFixed(2)),
      isControl: item.entry === 'levante-own',
    })),
    runs: evening.runs,
    abanico: {
      rig: DEMO_RIG,
      method: { loadsW: [LOAD_W], noiseLineDba: 30, windowS: 300, referenceAmbientC: 23 },
      brief: brief(),
      lineUp: Object.fromEntries(
        GRID.map((item) => [
          item.entry,
          {
            product: blankProduct({
              ...{ name: item.heatsink.name, maker: item.heatsink.maker, kind: 'air-tower' },
              ...{
                heightMm: 156,
                memoryClearanceMm: 36,
                fanSizeMm: 120,
                fanThicknessMm: 25,
                sockets: 'W8, W10',
              },
              ...{ price: item.heatsink.price, pricedOn: '2026-11-20', seller: 'shop' },
            }),
            entry: entrySheet(item),
            sample: { ...blankSample(item.sample), state: 'opened' },
          },
        ]),
      ),
    },
  });
}
