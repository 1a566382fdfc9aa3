import { NO_LIMITS } from '@/core/lineUp/roomLimits';
import { bandScore } from '@/core/judgement/measures/perDecibel';
import { measureIntervals } from '@/core/judgement/measures/measureIntervals';
import { toldInFourOfFive } from '@/core/uncertainty/criticalDifference';
import { knownAfter } from '@/core/uncertainty/spreads/knownAfter';
import { toSeparate } from '@/core/judgement/pairs/toSeparate';
import { pairDifference } from '@/core/ranking/pairDifference';
import { viewFits } from '@/lab/orders/readers/fitsView';
import { waysPage } from '@/lab/orders/waysPage';
import { viewWays } from '@/lab/orders/waysView';
import { planProgress } from '@/lab/planning/planBasis';
import { viewPlan } from '@/lab/planning/planView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { withRepeats } from '@/core/plan/furtherRepeats';
import { viewJudgement, type JudgementView } from '@/lab/orders/beyond/judgementView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { BOATHOUSE } from '@/simulator/boathouse';
import { resistanceAtLevel } from '@/simulator/cooler';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { withDatabase } from '@/database/pool';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

let id: number;
let view: JudgementView;
beforeAll(async () => {
  id = await importSound(asBytes(demoBundle(7)));
  // What other round-ups of its lab know of the rig.
  await withDatabase((db) =>
    db.query(`UPDATE rig_revisions SET remounts = '[{"loadW": 170, "freedom": 24, "varianceK2": 0.03}]'`),
  );
  view = (await viewJudgement((await viewRoundUp(id))!, { lineDb: 33, load: '170' }))!;
});

const coolerOf = (entry: string) => BOATHOUSE.find((other) => other.entry === entry)!.cooler;
/** What a simulated cooler has at a level; its slowest setting is well under any band. */
const truthAt = (entry: string, levelDb: number) => resistanceAtLevel(coolerOf(entry), levelDb, 200)!;

test('capacity is that of the simulated cooler, within its interval and what the rig shares', () => {
  for (const { placed, detail } of view.judged) {
    if (placed.status === 'tops-out' || !detail.capacityW.known) continue;
    const truth = (90 - 0.8 - 23) / truthAt(placed.entry, 33);
    const half = (detail.capacityW.value * placed.interval95) / placed.value;
    expect(Math.abs(detail.capacityW.value - truth)).toBeLessThan(half + 0.012 * truth);
  }
});

test('band scores agree with the simulated coolers, their intervals hold them, and the draws are the same each time', () => {
  let told = 0;
  for (const { placed, detail, curve } of view.judged) {
    if (!detail.bandScoreWPerK.known) continue;
    told += 1;
    const { from, to } = view.rule.band;
    const levels = Array.from({ length: 101 }, (_, i) => from + ((to - from) * i) / 100);
    const truth = levels.reduce((sum, level) => sum + 1 / truthAt(placed.entry, level), 0) / levels.length;
    const intervals = measureIntervals(curve, view.rule, 1, 60);
    expect(intervals).toEqual(measureIntervals(curve, view.rule, 1, 60));
    expect(Math.abs(detail.bandScoreWPerK.value - truth)).toBeLessThan(
      intervals.bandScoreWPerK! + 0.012 * truth,
    );
  }
  expect(told).toBeGreaterThan(3);
});

test('the wall of each cooler that has one named holds the simulated one; noise to hold is where the truth has it', () => {
  const walls = view.judged.flatMap(({ placed, detail: { airflowIndependent: wall } }) =>
    wall.known && wall.value.identified ? [{ entry: placed.entry, ...wall.value }] : [],
  );
  expect(walls.length).toBeGreaterThan(3);
  for (const { entry, value, interval95 } of walls) {
    const { contactKPerW, wallKPerW } = coolerOf(entry);
    const off = Math.abs(value - contactKPerW - wallKPerW);
    // A loop lags behind its moving room by more than passes show: its wall is seen worse than its interval says.
    const isLoop = BOATHOUSE.find((other) => other.entry === entry)!.kind === 'liquid';
    expect([entry, off <= (isLoop ? interval95 + 0.025 : interval95)]).toEqual([entry, true]);
  }
  const control = view.judged.find(({ placed }) => placed.entry === 'lebeche-120')!;
  expect(control.detail.noiseToHoldDba).toMatchObject({ known: true, value: expect.closeTo(33, 2) });
  const cierzo = view.judged.find(({ placed }) => placed.entry === 'cierzo-240')!;
  const { noiseToHoldDba } = cierzo.detail;
  const wanted = truthAt('lebeche-120', 33);
  const truth = Array.from({ length: 1500 }, (_, i) => 26 + i / 100).find(
    (level) => truthAt('cierzo-240', level) <= wanted,
  )!;
  const half = measureIntervals(cierzo.curve, view.rule, 1, 60).noiseToHoldDba!;
  expect(noiseToHoldDba.known && Math.abs(noiseToHoldDba.value - truth)).toBeLessThan(half + 0.4);
});

test('what would separate two is enough, and one repeat less is not', () => {
  const [one, other] = ['tramontana', 'galerna-twin'].map((entry) =>
    view.judged.find(({ placed }) => placed.entry === entry)!,
  );
  const side = (item: NonNullable<typeof one>) => ({
    ...item.placed,
    mounts: item.mounts,
    passes: item.passes,
  });
  expect(pairDifference(one!.placed, other!.placed).isOpen).toBe(true);
  const found = toSeparate(side(one!), side(other!));
  const gap = Math.abs(one!.placed.value - other!.placed.value);
  const after = (mounts: number, passes: number) => {
    const [a, b] = [one!, other!].map((item) => ({
      ...item.placed,
      doubt: item.placed.doubt.map((term) =>
        term.from === 'mounts' ? knownAfter(term, item, { mounts, passes }) : term,
      ),
    }));
    return toldInFourOfFive(a!, b!) > gap;
  };
  if (found.known) {
    const { mounts, passes } = found.value;
    expect(after(mounts, passes)).toBe(false);
    if (mounts > one!.mounts) expect(after(mounts - 1, passes)).toBe(true);
  } else expect(after(12, 8)).toBe(true);
  // A pair that is far apart needs nothing more; equal ones nothing would tell.
  const far = view.judged.find(({ placed }) => placed.entry === 'terral-slim')!;
  expect(toSeparate(side(one!), side(far))).toEqual({ known: false, reason: 'already separated' });
  expect(toSeparate(side(one!), side(one!))).toMatchObject({
    known: false,
    reason: 'even 12 mounts of 8 passes would not separate a gap of 0.00',
  });
});

test('crossings inside the band are those of the simulated coolers', () => {
  expect(view.crossings.length).toBeGreaterThan(0);
  for (const { atDb, below, above } of view.crossings) {
    const gap = truthAt(below, atDb) - truthAt(above, atDb);
    // Where they cross both are alike: within what a curve through six settings leaves open.
    expect(Math.abs(gap) * 170).toBeLessThan(1);
  }
});

test('another worth moves the knee, another load has its own figures, and a load that is none is the first', async () => {
  const roundUp = (await viewRoundUp(id))!;
  const strict = (await viewJudgement(roundUp, { lineDb: 33, load: '170', worth: 0.02 }))!;
  const knees = (judged: JudgementView['judged']) =>
    judged.filter(({ detail }) => detail.kneeDba.known).length;
  expect(knees(strict.judged)).toBeGreaterThan(knees(view.judged));
  const other = (await viewJudgement(roundUp, { lineDb: 33, load: '90' }))!;
  expect(other.rule.loadW).toBe(90);
  expect((await viewJudgement(roundUp, { lineDb: 33, load: 'nonsense' }))!.load).toBe(view.loads[0]!.key);
  const curve = view.judged[0]!.curve;
  expect(bandScore(curve, { from: 30, to: 31 }).known).toBe(true);
});

test('schools: each column is the order of its own rule, at the speed, duty and level that were asked for', async () => {
  const roundUp = (await viewRoundUp(id))!;
  const found = (await viewWays(roundUp, { load: '170', lineDb: 33, rpm: 1100, dutyPct: 60 }))!;
  expect(found.ways.map(({ name }) => name)).toEqual([
    ...['at 33.0 dB(A)', 'at 1100 rpm', 'at 60 % duty', 'at full speed', 'at its quietest'],
  ]);
  const [noise, rpm, , full, quietest] = found.ways;
  for (const { placed } of view.judged)
    expect(noise!.places[placed.entry]).toMatchObject({ placeFrom: placed.placeFrom, value: placed.value });
  // At one speed a cooler is what its own law says.
  const { contactKPerW, wallKPerW, gainKPerW, exponent } = coolerOf('tramontana');
  const truthK = 170 * (contactKPerW + wallKPerW + gainKPerW * 1.1 ** -exponent);
  expect(Math.abs(rpm!.places.tramontana!.value - truthK)).toBeLessThan(
    rpm!.places.tramontana!.interval95 + 0.5,
  );
  // One whose quietest setting the room hides has no place there, and says so.
  expect(quietest!.reasons).toEqual({
    solano: expect.stringMatching(/its quietest setting, .*, is masked by room noise/),
  });
  for (const entry of Object.keys(quietest!.places)) {
    expect(full!.places[entry]!.levelDb).toBeGreaterThan(quietest!.places[entry]!.levelDb);
    expect(full!.places[entry]!.value).toBeLessThan(quietest!.places[entry]!.value);
  }
  const unasked = (await viewWays(roundUp, { load: '', lineDb: 33, rpm: null, dutyPct: null }))!;
  expect(unasked.rpm! % 50).toBe(0);
  expect(unasked.dutyPct! % 5).toBe(0);
});

test('two in hand are held against one another by every way; what would end a tie is planned for its two alone', async () => {
  const roundUp = (await viewRoundUp(id))!;
  const asked = { load: '170', rpm: 1100, dutyPct: 60, inHand: ['solano', 'lebeche-120'] };
  const { ways, pair } = (await waysPage(roundUp, { ...asked, lineDb: 31 }))!;
  expect(pair).toMatchObject({ one: 'solano', other: 'lebeche-120' });
  const both = ways.filter(({ places }) => places.solano && places['lebeche-120']);
  expect(pair!.rows.map(({ key }) => key)).toEqual(both.map(({ key }) => key));
  for (const [i, { lead, interval95 }] of pair!.rows.entries()) {
    const [one, other] = [both[i]!.places.solano!, both[i]!.places['lebeche-120']!];
    expect(lead).toBeCloseTo(other.value - one.value, 9);
    // All rows and all pairs at once: wider than that of the two alone.
    expect(interval95).toBeGreaterThan(Math.hypot(one.interval95, other.interval95));
  }
  const back = (await waysPage(roundUp, {
    ...asked,
    lineDb: 31,
    inHand: ['lebeche-120', 'solano', 'gone'],
  }))!;
  expect(back.pair!.rows.map(({ lead }) => lead)).toEqual(pair!.rows.map(({ lead }) => -lead));
  expect((await waysPage(roundUp, { ...asked, lineDb: 31, inHand: ['gone'] }))!.pair!.one).toBe(
    ways[0]!.order[0],
  );

  const ties = await Promise.all(
    [26, 27, 28, 29, 30, 31, 32, 33, 34, 35, 36].map(
      async (lineDb) => (await waysPage(roundUp, { ...asked, lineDb }))!.tie,
    ),
  );
  const { offer } = ties.find((tie) => tie?.offer.separation.known && tie.offer.own.length === 2)!;
  expect(offer.hours).toBeGreaterThan(1);
  const before = (await viewPlan(id, '2026-12-01'))!;
  const plain = planProgress(before)!;
  expect(offer.plan).toEqual({ version: before.sheet.version, body: before.sheet.body });
  const edit = { version: before.sheet.version, who: 'Ada', reason: 'to separate' };
  const body = withRepeats(before.sheet.body, offer.own);
  expect(await saveSheet('plan', id, { ...edit, body })).toMatchObject({ saved: true });
  const after = (await viewPlan(id, '2026-12-01'))!;
  expect(after.sheet.body.settings.own).toEqual(offer.own);
  const { mounts, passes, settings } = before.sheet.body.settings;
  const more = offer.own[0]!.mounts * offer.own[0]!.passes - mounts * passes;
  const added = planProgress(after)!.planned - plain.planned;
  const runsAMount = settings.length * after.loads.length;
  expect(added).toBeGreaterThanOrEqual(2 * more * runsAMount);
  // Controls between them, and nothing of any other entry.
  expect((added - 2 * more * runsAMount) % runsAMount).toBe(0);
  expect(added).toBeLessThanOrEqual(3 * more * runsAMount);
});

test('a reader’s machine: those that fit do so by the simulated coolers, too, and everybody is told why not', async () => {
  const roundUp = (await viewRoundUp(id))!;
  const machine = {
    ...NO_LIMITS,
    ...{ watts: 150, limitC: 85, roomC: 25, noiseDba: 32, currency: 'EUR' },
    ...{ heightMm: 165, memoryMm: null, budget: 90, caseName: '' },
  };
  const { advice, load } = (await viewFits(roundUp, machine))!;
  expect(load).toBe('170 W');
  expect(advice).toHaveLength(roundUp.entries.length);
  for (const { entry, dieC, interval95, levelDb } of advice) {
    if (dieC === null || levelDb! < 32) continue;
    const truthC = 25 + 150 * truthAt(entry, 32);
    expect(Math.abs(dieC - truthC)).toBeLessThan(interval95! + 0.012 * (truthC - 25));
  }
  for (const { status, misses } of advice) expect(misses.length > 0).toBe(status !== 'fits');
  expect(advice.map(({ status }) => status)).toEqual(
    [...advice.map(({ status }) => status)].sort(
      (a, b) => 'fits open misses'.indexOf(a) - 'fits open misses'.indexOf(b),
    ),
  );
  expect((await viewFits(roundUp, { ...machine, watts: 80 }))!.load).toBe('90 W');
});
