import { blankFan } from '@/core/lineUp/entry';
import { defaultBrief, type Brief } from '@/core/brief/brief';
import { blankProduct } from '@/core/lineUp/product';
import { blankSample } from '@/core/lineUp/sample';
import { addLevels } from '@/core/levels/addLevels';
import {
  fanLevelDb,
  fanPressurePa,
  faceSpeed,
  flowThrough,
  freeFlow,
  RESISTANCES,
  speedAt,
  type AirFan,
} from '@/simulator/airFan';
import { AIR_FANS } from '@/simulator/airFans';
import { DEMO_RIG } from './demoBundle';
import { demoFiles } from './demoFiles';
import { seededChance, type Chance } from '@/core/statistics/chance';
import type { RunRow } from './sweepRuns';

const START = Date.UTC(2026, 10, 19, 18, 0, 0);
export const AIR_ROOM_DB = 19.4;
const SETTINGS = [100, 85, 70, 55, 40];
const REPEATS = 3;
/** Openings of the chamber, as shares of the free flow. */
const OPENINGS = [0.15, 0.35, 0.55, 0.75, 0.92];

interface ReadingRow {
  run: string;
  quantity: string;
  place: string;
  value: string;
  unit: string;
  rpm: string;
}

/** What is read of a fan at one speed; the probe scatters by two per cent, the manometer by one. */
function readingsOf(
  run: string,
  fan: AirFan,
  rpm: number,
  chance: Chance,
  withChamber: boolean,
): ReadingRow[] {
  const rows: ReadingRow[] = [];
  const read = (quantity: string, place: string, value: number, unit: string, at?: number) =>
    rows.push({ run, quantity, place, value: value.toFixed(2), unit, rpm: at ? String(Math.round(at)) : '' });
  const places: [string, number][] = [
    ['15 cm', speedAt(fan, rpm, 15)],
    ['30 cm', speedAt(fan, rpm, 30)],
    ['through the heatsink', faceSpeed(fan, flowThrough(fan, rpm, RESISTANCES.heatsink))],
    ['through the radiator', faceSpeed(fan, flowThrough(fan, rpm, RESISTANCES.radiator))],
    ['through the filter', faceSpeed(fan, flowThrough(fan, rpm, RESISTANCES.filter))],
  ];
  for (const [place, speed] of places)
    for (let i = 0; i < REPEATS; i += 1) read('airspeed', place, speed * (1 + 0.02 * chance.normal()), 'm/s');
  const inChamber = rpm * (1 - fan.chamberLoss);
  for (let i = 0; i < REPEATS; i += 1) {
    const pressure = fanPressurePa(fan, inChamber, 0) * (1 + 0.01 * chance.normal());
    read('pressure', 'closed chamber', pressure, 'Pa', inChamber);
  }
  if (!withChamber) return rows;
  for (const [i, share] of OPENINGS.entries()) {
    const flow = share * freeFlow(fan, rpm);
    read('flow', `opening ${i + 1}`, flow * (1 + 0.008 * chance.normal()), 'm3/h');
    read('pressure', `opening ${i + 1}`, fanPressurePa(fan, rpm, flow) * (1 + 0.01 * chance.normal()), 'Pa');
  }
  // The closed chamber has no flow: the first point of the curve.
  read('flow', 'closed chamber', 0, 'm3/h');
  return rows;
}

function brief(): Brief {
  const blank = defaultBrief();
  return {
    ...blank,
    question: 'fans-by-air',
    places: [
      ...['15 cm', '30 cm', 'through the heatsink', 'through the radiator', 'through the filter'].map(
        (place) => ({
          quantity: 'airspeed' as const,
          place,
        }),
      ),
      { quantity: 'pressure', place: 'closed chamber' },
    ],
    loads: [{ watts: 0, program: '', gpuWatts: 0 }],
    noiseLinesDba: [30],
    bandDba: { from: 26, to: 34 },
    passes: 2,
    mounts: 1,
    limits: { heightMm: null, memoryMm: null, radiatorMm: null, budget: 35, currency: 'EUR' },
    deadline: '2026-12-09',
    schools: {
      ...blank.schools,
      point: {
        choice: 'noise',
        reason: 'A maker’s flow at full speed says nothing of a room where somebody sings.',
      },
    },
  };
}

/** Fans by the air they move: six fans read at five places and against a chamber, two passes each, no heat at all. */
export function airRoundUp(seed: number): Map<string, string> {
  const chance = seededChance(seed);
  const runs: (Omit<RunRow, 'trace'> & { trace: string })[] = [];
  const readings: ReadingRow[] = [];
  let clockS = 0;
  for (let pass = 1; pass <= 2; pass += 1)
    for (const { entry, fan } of AIR_FANS)
      for (const duty of SETTINGS) {
        const run = String(runs.length + 1).padStart(3, '0');
        const rpm = Math.round((fan.maxRpm * duty) / 100 + 4 * chance.normal());
        const level = fanLevelDb(fan, rpm) + 0.12 * chance.normal();
        runs.push({
          ...{ run, entry, mount: 1, pass, load_w: 0, setting: `${duty} %`, duty_pct: duty, rpm, trace: '' },
          noise_db: Number(addLevels([level, AIR_ROOM_DB]).toFixed(1)),
          floor_db: AIR_ROOM_DB,
          started_at: new Date(START + clockS * 1000).toISOString().slice(0, 19),
          ...{ set_aside: '', note: '' },
        });
        readings.push(...readingsOf(run, fan, rpm, chance, pass === 1 && (duty === 100 || duty === 55)));
        clockS += 420;
      }
  // Its board turns it from 40 % on: below, it stands still.
  const still = String(runs.length + 1).padStart(3, '0');
  runs.push({
    ...{
      run: still,
      entry: 'poniente',
      mount: 1,
      pass: 1,
      load_w: 0,
      setting: '20 %',
      duty_pct: 20,
      rpm: 0,
      trace: '',
    },
    ...{ noise_db: AIR_ROOM_DB, floor_db: AIR_ROOM_DB, set_aside: '', note: '' },
    started_at: new Date(START + clockS * 1000).toISOString().slice(0, 19),
  });
  readings.push({ run: still, quantity: 'airspeed', place: '15 cm', value: '0.00', unit: 'm/s', rpm: '' });
  const lineUp = AIR_FANS.map(({ entry, product, maker, price, coverName = '', blades, fan }) => [
    entry,
    {
      product: blankProduct({
        ...{
          name: product,
          maker,
          kind: 'fan',
          fanSizeMm: fan.sizeMm,
          fanThicknessMm: 25,
          connector: 'four-pin',
        },
        ...{ ratedRpm: fan.maxRpm, blades, price, pricedOn: '2026-11-10', seller: 'shop' },
      }),
      entry: {
        fans: [blankFan({ name: coverName || product })],
        coverName,
        revealed: false,
        extras: [],
        layout: [],
      },
      sample: {
        ...blankSample('A'),
        state: 'opened',
        diary: [{ on: '2026-11-17', event: 'arrived', note: '' }],
      },
    },
  ]);
  const files = demoFiles(new Map(), {
    name: 'boathouse-fans-by-air',
    title: 'Fans by the air they move',
    entries: AIR_FANS.map(({ entry, product, maker, price }) => ({
      ...{ entry, product, maker, kind: 'fan', fans: `1 × ${product}`, fanCount: 1, price, heightMm: null },
      isControl: entry === 'poniente',
    })),
    runs,
    abanico: {
      rig: DEMO_RIG,
      method: { loadsW: [0], noiseLineDba: 30, windowS: 300, referenceAmbientC: 23 },
      brief: brief(),
      lineUp: Object.fromEntries(lineUp),
    },
  });
  const table = readings.map((row) => Object.values(row).join(','));
  files.set('readings.csv', `run,quantity,place,value,unit,rpm\n${table.join('\n')}\n`);
  return files;
}
