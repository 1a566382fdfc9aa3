import { defaultBrief } from '@/core/brief/brief';
import { defaultSetup } from '@/core/rig/rigSetup';
import type { RigBook } from '@/core/rig/instrument';
import { seededChance, type Chance } from '@/core/statistics/chance';
import { demoFiles } from './demoFiles';
import type { RunRow } from './sweepRuns';

/** A small rig that is watched: coolers typed by hand over ten weeks, the same control before each pair of them. */
const START = Date.UTC(2026, 8, 14, 18, 0, 0);
const DAY_MS = 86_400_000;
export const ATTIC_LOAD_W = 90;
const FLOOR_DB = 20.2;
export const ATTIC_SETTINGS = [
  { duty: 100, db: 36.4, share: 1 },
  { duty: 70, db: 30.1, share: 1.13 },
  { duty: 50, db: 25.2, share: 1.31 },
];
const CONTROL = { entry: 'terral', product: 'Terral 92', maker: 'Trinquete', riseK: 38.2, price: 29 };
const OTHERS = [
  { entry: 'mareta', product: 'Mareta 92', maker: 'Vela Mayor', riseK: 36.4, price: 34 },
  { entry: 'brisote', product: 'Brisote mini', maker: 'Barlovento', riseK: 41.7, price: 19 },
  { entry: 'virada', product: 'Virada low', maker: 'Foque & Hija', riseK: 44.9, price: 24 },
  { entry: 'racheado', product: 'Racheado 92', maker: 'Barlovento', riseK: 37.6, price: 31 },
];
/** All of them, the control first. */
export const ATTIC_COOLERS = [CONTROL, ...OTHERS];

/** Paste that was not given anew dries: so much a day until somebody finds out. */
const DRIES_K_PER_DAY = 0.035;
const DRIED_DAYS = 40;
/** Then it lets go of a corner: the control of that day breaks, and the next, pasted anew, is good again. */
const LET_GO_K = 5.4;

const CHECKS: RigBook['checks'] = [
  [0, 94.0],
  [7, 94.1],
  [14, 93.9],
  [21, 94.0],
  [28, 94.1],
  [29, 94.0],
  // A week with a plug that came loose: written down and not heeded, found out and mended a week later.
  [30, 95.4],
  [36, 95.3, 'the plug of the microphone was loose', '09:10'],
  [36, 94.0, 'mended', '09:40'],
  [49, 94.1],
  [63, 94.0],
]
  .map(([day, reading, note, hour]) => ({
    on: new Date(START + Number(day) * DAY_MS).toISOString().slice(0, 10),
    // Before anything else of that day.
    at: String(hour ?? '09:00'),
    kind: 'calibrator' as const,
    reading: Number(reading),
    note: String(note ?? ''),
  }))
  // As they are noted: the newest first.
  .reverse();

/** Rise of the control's paste over its own first day, K. */
function pasteK(day: number): number {
  if (day > DRIED_DAYS + 4) return 0;
  return DRIES_K_PER_DAY * Math.min(day, DRIED_DAYS) + (day > DRIED_DAYS ? LET_GO_K : 0);
}

/** Runs of a cooler on an evening, typed means. */
function evening(
  { entry, riseK }: { entry: string; riseK: number },
  at: { day: number; mount: number; hour: number; meterOffDb: number },
  rows: RunRow[],
  chance: Chance,
): void {
  const mountK = 0.25 * chance.normal();
  ATTIC_SETTINGS.forEach(({ duty, db, share }, i) => {
    const rise = riseK * share + pasteK(at.day) * 0.9 + mountK + 0.08 * chance.normal();
    const ambient = 21 + chance.normal();
    rows.push({
      ...{ run: String(rows.length + 1).padStart(3, '0'), entry, mount: at.mount, pass: 1 },
      ...{ load_w: ATTIC_LOAD_W, setting: `${duty} %`, duty_pct: duty, rpm: 20 * duty, trace: '' },
      noise_db: Number((db + at.meterOffDb + 0.15 * chance.normal()).toFixed(1)),
      floor_db: Number((FLOOR_DB + at.meterOffDb + 0.2 * chance.normal()).toFixed(1)),
      cpu_c: Number((ambient + rise).toFixed(2)),
      ambient_c: Number(ambient.toFixed(2)),
      power_w: Number((ATTIC_LOAD_W * (1 + 0.003 * chance.normal())).toFixed(1)),
      started_at: new Date(START + at.day * DAY_MS + at.hour * 3600_000 + i * 1500_000)
        .toISOString()
        .slice(0, 19),
      ...{ set_aside: '', note: '' },
    } as RunRow);
  });
}

/**
 * Ten weeks of one small rig: a control re-tested each week whose paste dries for forty days and then lets go, four coolers measured
 * twice between, and a meter that was off for a week until the calibrator told. The same seed gives the same bytes.
 */
export function monthsRoundUp(seed: number): Map<string, string> {
  const chance = seededChance(seed + 9);
  const rows: RunRow[] = [];
  const days = [0, 7, 14, 21, 28, 35, 42, 49, 56, 63];
  days.forEach((day, week) => {
    const meterOffDb = (on: number) => (on >= 30 && on <= 36 ? 1.4 : 0);
    evening(CONTROL, { day, mount: week + 1, hour: 0, meterOffDb: meterOffDb(day) }, rows, chance);
    if (week >= 8) return;
    const other = OTHERS[week % OTHERS.length]!;
    evening(
      other,
      { day: day + 2, mount: week < 4 ? 1 : 2, hour: 0, meterOffDb: meterOffDb(day + 2) },
      rows,
      chance,
    );
  });
  const setup = {
    ...defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 }),
    ...{ processor: '6-core desktop part', interfaceMaterial: 'the maker’s own, left on' },
    interfaceHabit: 'only when it must be',
  };
  return demoFiles(new Map(), {
    name: 'attic-small-coolers',
    title: 'Small coolers in the attic, over ten weeks',
    entries: ATTIC_COOLERS.map(({ entry, product, maker, price }) => ({
      ...{ entry, product, maker, kind: 'air-tower', fans: '1 × 92 mm', fanCount: 1, price, heightMm: 118 },
      isControl: entry === CONTROL.entry,
    })),
    runs: rows,
    abanico: {
      rig: {
        ...{ name: 'Attic bench', enclosure: 'open', meterDistanceCm: 60, limitC: 90, revision: 1 },
        revisions: [{ revision: 1, startedAt: new Date(START).toISOString(), reason: '', setup }],
        book: {
          instruments: [
            {
              ...{ name: 'Attic meter', kind: 'sound meter', range: '18 to 110 dB(A)', resolution: '0.1 dB' },
              ...{ grade: 'class 2', calibratedOn: '2026-06-01', dueOn: '2027-06-01' },
            },
          ],
          checks: CHECKS,
        },
      },
      method: { loadsW: [ATTIC_LOAD_W], noiseLineDba: 30, windowS: 300, referenceAmbientC: 23 },
      brief: {
        ...defaultBrief(),
        loads: [{ watts: ATTIC_LOAD_W, program: '', gpuWatts: 0 }],
        noiseLinesDba: [30],
        bandDba: { from: 26, to: 34 },
      },
    },
  });
}
