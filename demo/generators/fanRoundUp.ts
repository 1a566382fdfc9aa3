import { blankFan } from '@/core/lineUp/entry';
import { fixedLoad } from '@/core/runs/load';
import { defaultBrief, type Brief } from '@/core/brief/brief';
import { blankProduct } from '@/core/lineUp/product';
import { blankSample } from '@/core/lineUp/sample';
import { designedMountings } from '@/core/plan/mountings';
import { defaultPlanSettings, type PlanEntry } from '@/core/plan/planSettings';
import type { PlanSheet } from '@/core/plan/planSheet';
import { BOATHOUSE_RIG } from '@/simulator/boathouse';
import { FANS, FANS_LOAD_W } from '@/simulator/fansOnCooler';
import { DEMO_RIG, MOUNT_SPREAD } from './demoBundle';
import { fansDraft } from './demoVerdicts';
import { demoFiles } from './demoFiles';
import { seededChance } from '@/core/statistics/chance';
import { sweepRuns, type Evening } from './sweepRuns';

const SOAK_S = 1300;
const SETTINGS = [100, 85, 70, 55, 40];
const START = Date.UTC(2026, 10, 16, 17, 0, 0);

function brief(): Brief {
  const blank = defaultBrief();
  return {
    ...blank,
    question: 'fans-on-cooler',
    loads: [{ watts: FANS_LOAD_W, program: '', gpuWatts: 0 }],
    noiseLinesDba: [30],
    bandDba: { from: 26, to: 34 },
    passes: 1,
    mounts: 2,
    limits: { heightMm: null, memoryMm: null, radiatorMm: null, budget: 25, currency: 'EUR' },
    deadline: '2026-12-02',
    schools: {
      ...blank.schools,
      point: {
        choice: 'noise',
        reason: 'The school asks which fan may run while a pupil plays, not which is coldest.',
      },
      fans: {
        choice: 'sold',
        reason: 'Each fan as it comes, on the same heatsink; the one it was sold with is the control.',
      },
    },
  };
}

function plan(): PlanSheet {
  return {
    settings: {
      ...defaultPlanSettings('2026-11-16'),
      seed: 3,
      settings: SETTINGS.map((value) => `${value} %`),
      passes: 1,
      mounts: 2,
      controlEvery: 2,
      workFromMin: 17 * 60,
      workToMin: 23 * 60,
      quietFromMin: 19 * 60,
      quietToMin: 23 * 60,
      airSoakMin: 22,
    },
    order: [],
    droppedLoads: [],
    pilot: null,
  };
}

/** A fan round-up on one cooler, planned and half-way through: the first mounts are measured. */
export function fanRoundUp(seed: number): Map<string, string> {
  const chance = seededChance(seed);
  const evening: Evening = {
    rig: BOATHOUSE_RIG,
    chance,
    start: START,
    clockS: 0,
    runs: [],
    files: new Map(),
  };
  const { settings } = plan();
  const entries: PlanEntry[] = FANS.map((fan, i) => ({
    entry: fan.entry,
    kind: 'fan',
    isControl: i === 0,
    learntSoakMin: null,
    ...(fan.fixed ? { ownSettings: ['fixed'] } : {}),
  }));
  const order = designedMountings(settings, entries, [fixedLoad(FANS_LOAD_W)]);
  for (const mounting of order.slice(0, Math.ceil(order.length / 2))) {
    const fan = FANS.find((fan) => fan.entry === mounting.entry)!;
    sweepRuns(evening, {
      entry: fan.entry,
      mount: mounting.mount,
      cooler: fan.cooler,
      loadsW: [FANS_LOAD_W],
      settings: fan.fixed
        ? [{ label: 'fixed', dutyPct: 100 }]
        : SETTINGS.map((dutyPct) => ({ label: `${dutyPct} %`, dutyPct })),
      soakS: SOAK_S,
      mountFactor: 1 + MOUNT_SPREAD * chance.normal(),
      setAside: '',
    });
  }
  const table = FANS.map((fan, i) => ({
    entry: fan.entry,
    product: fan.product,
    maker: fan.maker,
    kind: 'fan',
    fans: `1 × ${fan.product}`,
    fanCount: 1,
    price: fan.price,
    heightMm: null,
    isControl: i === 0,
  }));
  const lineUp = FANS.map((fan) => [
    fan.entry,
    {
      product: blankProduct({
        name: fan.product,
        maker: fan.maker,
        kind: 'fan',
        fanSizeMm: 120,
        fanThicknessMm: 25,
        connector: fan.fixed ? 'fixed' : 'four-pin',
        ratedRpm: fan.cooler.maxRpm,
        price: fan.price,
        pricedOn: '2026-11-10',
        seller: 'shop',
      }),
      entry: {
        fans: [blankFan({ name: fan.product })],
        coverName: '',
        revealed: false,
        extras: [],
        layout: [],
      },
      sample: {
        ...blankSample('A'),
        state: 'opened',
        diary: [{ on: '2026-11-12', event: 'arrived', note: '' }],
      },
    },
  ]);
  return demoFiles(evening.files, {
    name: 'boathouse-fans',
    title: 'A quieter fan for the Lebeche',
    entries: table,
    runs: evening.runs,
    abanico: {
      rig: DEMO_RIG,
      method: { loadsW: [FANS_LOAD_W], noiseLineDba: 30, windowS: 300, referenceAmbientC: 23 },
      brief: brief(),
      plan: plan(),
      verdict: fansDraft(),
      lineUp: Object.fromEntries(lineUp),
    },
  });
}
