import { layoutsDraft } from './demoVerdicts';
import { defaultBrief, type Brief } from '@/core/brief/brief';
import { usualCase, type LabCase } from '@/core/cases/labCase';
import type { AirDirection, CasePlace, LayoutFan } from '@/core/cases/layout';
import { fansOfLayout } from '@/core/lineUp/fansOfLayout';
import { addLevels } from '@/core/levels/addLevels';
import { blankEntry, fansText } from '@/core/lineUp/entry';
import { blankProduct } from '@/core/lineUp/product';
import { caseLevelDb, caseRises, type CaseInside, type CaseRises } from './caseAir';
import { BOATHOUSE_BOOK } from '@/simulator/boathouseRig';
import { demoFiles } from './demoFiles';
import { seededChance, type Chance } from '@/core/statistics/chance';
import type { RunRow } from './sweepRuns';

const START = Date.UTC(2026, 10, 2, 9, 0, 0);
const ROOM_DB = 18.8;
const SETTINGS = [100, 75, 50];
const LOADED = { dieW: 90, cardW: 220 };
const IDLE = { dieW: 0, cardW: 0 };
const SOAK_S = 2400;
const STEP_S = 6;
/** What a rebuilt layout differs by from itself. */
const REBUILD_SPREAD = 0.006;
const TAU_S = { die: 70, card: 150, air: 420 };

const TOWER: CaseInside = { dieKPerW: 0.285, cardKPerW: 0.165, isLiquid: false };
const LIQUID: CaseInside = { dieKPerW: 0.235, cardKPerW: 0.165, isLiquid: true };

interface DemoLayout {
  entry: string;
  name: string;
  fans: readonly string[];
  inside: CaseInside;
}

/** Eight layouts of one case: two that cannot be told apart, one best for the card and worst for the processor. */
export const DEMO_LAYOUTS: readonly DemoLayout[] = [
  {
    entry: 'two-in',
    name: 'Two in front, one out',
    fans: ['front 1 in', 'front 2 in', 'rear 1 out'],
    inside: TOWER,
  },
  {
    ...{ entry: 'three-in', name: 'Three in front, one out', inside: TOWER },
    fans: ['front 1 in', 'front 2 in', 'front 3 in', 'rear 1 out'],
  },
  {
    ...{ entry: 'top-rear', name: 'Two in, top at the rear', inside: TOWER },
    fans: ['front 1 in', 'front 2 in', 'rear 1 out', 'top 3 out'],
  },
  {
    // The simulated air does not know which end of the top: as good as the one before.
    ...{ entry: 'top-front', name: 'Two in, top at the front', inside: TOWER },
    fans: ['front 1 in', 'front 2 in', 'rear 1 out', 'top 1 out'],
  },
  {
    entry: 'bottom',
    name: 'From below, for the card',
    fans: ['bottom 1 in', 'bottom 2 in', 'top 1 out'],
    inside: TOWER,
  },
  {
    ...{ entry: 'all-in', name: 'Three in, rear turned in', inside: TOWER },
    fans: ['front 1 in', 'front 2 in', 'front 3 in', 'rear 1 in'],
  },
  {
    ...{ entry: 'radiator-top', name: 'Radiator out at the top', inside: LIQUID },
    fans: ['front 1 in', 'front 2 in', 'radiator 1 out', 'radiator 2 out', 'rear 1 out'],
  },
  {
    ...{ entry: 'radiator-front', name: 'Radiator in at the front', inside: LIQUID },
    fans: ['radiator 1 in', 'radiator 2 in', 'rear 1 out', 'top 3 out'],
  },
];

/** The case that the layouts are built in. */
const CASE: LabCase = {
  ...usualCase('Baúl, a middle-sized case'),
  ...{ coolerHeightMm: 165, memoryHeightMm: 44, cardLengthMm: 330 },
  sides: [
    { place: 'front', slots: 3, sizeMm: 140, radiatorMm: 360, radiatorDepthMm: 55 },
    { place: 'top', slots: 3, sizeMm: 140, radiatorMm: 280, radiatorDepthMm: 55 },
    { place: 'rear', slots: 1, sizeMm: 120, radiatorMm: 120, radiatorDepthMm: 55 },
    { place: 'bottom', slots: 2, sizeMm: 140, radiatorMm: null, radiatorDepthMm: null },
    { place: 'radiator', slots: 3, sizeMm: 140, radiatorMm: 360, radiatorDepthMm: 55 },
  ],
};

const FAN = 'Poniente 120';

export function layoutOf({ fans }: Pick<DemoLayout, 'fans'>): LayoutFan[] {
  return fans.map((text) => {
    const [place, slot, direction] = text.split(' ');
    return {
      ...{ place: place as CasePlace, slot: Number(slot), direction: direction as AirDirection },
      ...{ fan: FAN, sizeMm: 120, dutyPct: null },
    };
  });
}

function trace(rises: CaseRises, loads: typeof LOADED, rpm: number, chance: Chance): string {
  const lines = ['t_s,cpu_c,gpu_c,vrm_c,case_air_c,ambient_c,power_w,fan_rpm,clock_mhz'];
  const roomC = 21.4 + 0.6 * chance.normal();
  for (let t = 0; t <= SOAK_S; t += STEP_S) {
    const grown = (tau: number) => 1 - Math.exp(-t / tau);
    const air = rises.air * grown(TAU_S.air);
    const own = (rise: number, tau: number) => roomC + air + (rise - rises.air) * grown(tau);
    const read = (value: number, sigma: number) => (value + sigma * chance.normal()).toFixed(1);
    lines.push(
      [
        t,
        read(own(rises.die, TAU_S.die), 0.3),
        read(own(rises.card, TAU_S.card), 0.3),
        read(own(rises.regulators, TAU_S.card), 0.4),
        read(roomC + air, 0.1),
        (roomC + 0.03 * chance.normal()).toFixed(2),
        (loads.dieW + 0.4 * chance.normal()).toFixed(1),
        Math.round(rpm + 5 * chance.normal()),
        4200,
      ].join(','),
    );
  }
  return `${lines.join('\n')}\n`;
}

function brief(): Brief {
  const blank = defaultBrief();
  return {
    ...blank,
    question: 'case-places',
    loads: [
      { watts: LOADED.dieW, program: '', gpuWatts: LOADED.cardW },
      { watts: 0, program: '', gpuWatts: 0 },
    ],
    noiseLinesDba: [32],
    bandDba: { from: 29, to: 36 },
    passes: 1,
    mounts: 2,
    deadline: '2026-12-16',
    schools: {
      ...blank.schools,
      heat: {
        choice: 'mixed',
        reason: 'The card’s air warms the cooler: neither alone says what a case does.',
      },
    },
  };
}

/** A case-layout study: eight layouts, processor and graphics card loaded together, each built twice. */
export function caseRoundUp(seed: number): Map<string, string> {
  const chance = seededChance(seed);
  const files = new Map<string, string>();
  const runs: RunRow[] = [];
  let clockS = 0;
  function measure(demo: DemoLayout, mount: number, duty: number, loads: typeof LOADED, built: number) {
    const run = String(runs.length + 1).padStart(3, '0');
    const share = duty / 100;
    const layout = layoutOf(demo);
    const rises = caseRises(layout, demo.inside, loads, share);
    const atIdle = loads.dieW === 0;
    const shown: CaseRises = atIdle
      ? { die: 5.2, card: 11, regulators: 8.5, air: 1.4 }
      : {
          die: rises.die * built,
          card: rises.card * built,
          regulators: rises.regulators * built,
          air: rises.air * built,
        };
    const path = `traces/${run}.csv`;
    const rpm = 1500 * share;
    files.set(path, trace(shown, atIdle ? { dieW: 12, cardW: 0 } : loads, rpm, chance));
    const level = caseLevelDb(layout, share) + 0.12 * chance.normal();
    runs.push({
      ...{ run, entry: demo.entry, mount, pass: 1, load_w: loads.dieW, gpu_load_w: loads.cardW },
      ...{ setting: `${duty} %`, duty_pct: duty, rpm: Math.round(rpm), trace: path },
      noise_db: Number(addLevels([level, ROOM_DB]).toFixed(1)),
      floor_db: ROOM_DB,
      started_at: new Date(START + clockS * 1000).toISOString().slice(0, 19),
      ...{ set_aside: '', note: '' },
    });
    clockS += SOAK_S + 300;
  }
  for (let mount = 1; mount <= 2; mount += 1)
    for (const demo of DEMO_LAYOUTS) {
      const built = 1 + REBUILD_SPREAD * chance.normal();
      for (const duty of SETTINGS) measure(demo, mount, duty, LOADED, built);
      if (mount === 1) measure(demo, mount, 50, IDLE, built);
    }
  const blankOf = (demo: DemoLayout) => ({
    ...blankEntry(),
    layout: layoutOf(demo),
    fans: fansOfLayout(layoutOf(demo), []),
  });
  return demoFiles(files, {
    name: 'boathouse-case-layouts',
    title: 'Where the fans go in the practice-room case',
    entries: DEMO_LAYOUTS.map((demo) => ({
      ...{ entry: demo.entry, product: demo.name, maker: '', kind: 'case-layout' },
      ...{ fans: fansText(blankOf(demo)), fanCount: demo.fans.length, price: 11.5 * demo.fans.length },
      ...{ heightMm: null, isControl: demo.entry === 'two-in' },
    })),
    runs,
    abanico: {
      rig: {
        ...{
          name: 'Boathouse case bench',
          enclosure: CASE.name,
          meterDistanceCm: 60,
          limitC: 95,
        },
        book: BOATHOUSE_BOOK,
        case: CASE,
      },
      method: { loadsW: [LOADED.dieW, 0], noiseLineDba: 32, windowS: 300, referenceAmbientC: 23 },
      brief: brief(),
      verdict: layoutsDraft(),
      lineUp: Object.fromEntries(
        DEMO_LAYOUTS.map((demo) => [
          demo.entry,
          {
            product: blankProduct({ name: demo.name, kind: 'case-layout', price: 11.5 * demo.fans.length }),
            entry: blankOf(demo),
            sample: null,
          },
        ]),
      ),
    },
  });
}
