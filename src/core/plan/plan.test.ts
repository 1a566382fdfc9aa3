import { fixedLoad } from '../runs/load';
import fc from 'fast-check';
import { doneBy } from './doneRuns';
import { furtherHours, withRepeats } from './furtherRepeats';
import { designedMountings, inOrder, type Mounting } from './mountings';
import { layPlan } from './laidPlan';
import { orderBreaks } from './orderBreaks';
import { pilotFindings } from './pilot';
import { fitToDeadline, planChoices } from './planChoices';
import { planCost } from './planCost';
import {
  defaultPlanSettings,
  planProblems,
  quietFrom,
  repeatsOf,
  spanMin,
  type PlanEntry,
  type PlanSettings,
} from './planSettings';
import { planSize } from './planSize';
import { runSheet, weekdayOf, type RunSheet } from './runSheet';

const DAY_MIN = 24 * 60;

function lineUp(count: number): PlanEntry[] {
  return Array.from({ length: count }, (_, i) => ({
    entry: `e${i}`,
    kind: i % 3 === 2 ? 'liquid' : 'air-tower',
    isControl: i === 0,
    learntSoakMin: null,
  }));
}

const settings: fc.Arbitrary<PlanSettings> = fc
  .record({
    seed: fc.integer({ min: 1, max: 1e6 }),
    startDay: fc.integer({ min: 0, max: 400 }),
    weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }),
    workFromMin: fc.integer({ min: 0, max: 1439 }),
    workMin: fc.integer({ min: 120, max: 1200 }),
    quietFromMin: fc.integer({ min: 0, max: 1439 }),
    quietMin: fc.integer({ min: 30, max: 1439 }),
    settings: fc.integer({ min: 1, max: 5 }),
    passes: fc.integer({ min: 1, max: 3 }),
    mounts: fc.integer({ min: 1, max: 3 }),
    controlEvery: fc.integer({ min: 1, max: 5 }),
    own: fc.uniqueArray(
      fc.record({
        entry: fc.constantFrom('e1', 'e2', 'gone'),
        mounts: fc.integer({ min: 1, max: 5 }),
        passes: fc.integer({ min: 1, max: 4 }),
      }),
      { selector: ({ entry }) => entry, maxLength: 2 },
    ),
  })
  .map(({ startDay, workMin, quietMin, settings: count, ...other }) => ({
    ...defaultPlanSettings(new Date(Date.UTC(2026, 0, 1 + startDay)).toISOString().slice(0, 10)),
    ...other,
    workToMin: (other.workFromMin + workMin) % DAY_MIN,
    quietToMin: (other.quietFromMin + quietMin) % DAY_MIN,
    settings: Array.from({ length: count }, (_, i) => `${100 - 10 * i} %`),
  }));

const scene = fc
  .record({
    settings,
    count: fc.integer({ min: 2, max: 9 }),
    loads: fc.constantFrom([fixedLoad(170)], [fixedLoad(170), fixedLoad(90)]),
  })
  .map(({ settings, count, loads }) => ({ settings, entries: lineUp(count), loads }))
  .filter(({ settings, entries }) => planProblems(settings, entries).length === 0);

function inQuiet(settings: PlanSettings, fromMin: number, toMin: number): boolean {
  const length = spanMin(settings.quietFromMin, settings.quietToMin);
  return [-1, 0, 1].some((shift) => {
    const from = (Math.floor(fromMin / DAY_MIN) + shift) * DAY_MIN + settings.quietFromMin;
    return fromMin >= from - 1e-9 && toMin <= from + length + 1e-9;
  });
}

const readingsOf = (sheet: RunSheet) =>
  sheet.parts.flatMap((part) =>
    part.steps
      .filter((step) => step.kind === 'reading')
      .map((step) => ({ id: part.id, ...step.point!, fromMin: step.fromMin, toMin: step.toMin })),
  );

test('in any order nothing is lost or doubled, and the same seed gives the same sheet', () => {
  fc.assert(
    fc.property(scene, fc.infiniteStream(fc.nat()), ({ settings, entries, loads }, mix) => {
      const designed = designedMountings(settings, entries, loads);
      const keys = designed.map((mounting) => ({ id: mounting.id, at: mix.next().value as number }));
      // Some dragged, some forgotten, one that is not there any more.
      const byHand = keys
        .sort((a, b) => a.at - b.at)
        .slice(1)
        .map(({ id }) => id);
      const order = inOrder(designed, ['gone 1', ...byHand, byHand[0] ?? 'gone 2']);
      expect(order.map(({ id }) => id).sort()).toEqual(designed.map(({ id }) => id).sort());
      const sheet = runSheet(settings, entries, order);
      const read = readingsOf(sheet).map(({ id, loadW, setting, pass }) => [id, loadW, setting, pass].join());
      const wanted = designed.flatMap(({ id, points }) =>
        points.map((point) => [id, point.loadW, point.setting, point.pass].join()),
      );
      expect(read.sort()).toEqual(wanted.sort());
      expect(
        runSheet(
          settings,
          entries,
          inOrder(designedMountings(settings, entries, loads), ['gone 1', ...byHand, byHand[0] ?? 'gone 2']),
        ),
      ).toEqual(sheet);
    }),
    { numRuns: 60 },
  );
});

test('no reading falls outside quiet or working hours, and steps follow one another', () => {
  fc.assert(
    fc.property(scene, ({ settings, entries, loads }) => {
      const sheet = runSheet(settings, entries, designedMountings(settings, entries, loads));
      for (const reading of readingsOf(sheet))
        expect(inQuiet(settings, reading.fromMin, reading.toMin)).toBe(true);
      let before = 0;
      for (const part of sheet.parts) {
        expect(settings.weekdays).toContain(weekdayOf(settings.startOn, part.day));
        const from = part.day * DAY_MIN + settings.workFromMin;
        const to = from + spanMin(settings.workFromMin, settings.workToMin);
        for (const step of part.steps) {
          expect(step.fromMin).toBeGreaterThanOrEqual(Math.max(before, from) - 1e-9);
          expect(step.toMin).toBeLessThanOrEqual(to + 1e-9);
          before = step.toMin;
        }
      }
    }),
    { numRuns: 60 },
  );
});

test('as designed, the control keeps its spacing and nothing is broken; moves are told', () => {
  fc.assert(
    fc.property(scene, ({ settings, entries, loads }) => {
      const designed = designedMountings(settings, entries, loads);
      expect(orderBreaks(designed, settings.controlEvery, String)).toEqual([]);
      const blocks = new Map<number, Set<string>>();
      for (const { block, entry, isControl } of designed)
        if (!isControl) blocks.set(block, (blocks.get(block) ?? new Set()).add(entry));
      const inBlock = (block: number) =>
        entries.filter(({ entry, isControl }) => !isControl && repeatsOf(settings, entry).mounts >= block);
      for (const [block, its] of blocks)
        expect([...its].sort()).toEqual(inBlock(block).map(({ entry }) => entry));
    }),
    { numRuns: 60 },
  );
  const other = { ...defaultPlanSettings('2026-11-30'), controlEvery: 2, mounts: 2 };
  const designed = designedMountings(other, lineUp(4), [fixedLoad(170)]);
  const told = (order: Mounting[]) => orderBreaks(order, 2, (entry) => `<${entry}>`).map((at) => at.message);
  const [first, ...rest] = designed;
  expect(told([...rest, first!]).join()).toContain('no control before the first mount');
  expect(told(designed.filter((at, i) => !at.isControl || i === 0))).toContain(
    'more than 2 mounts since the last control',
  );
  const reversed = [first!, ...rest.slice(0, -1).reverse(), rest[rest.length - 1]!];
  expect(told(reversed).join()).toMatch(/mount 1 of <e\d> comes after its mount 2/);
});

test('what is done leaves the sheet, and the rest begins now', () => {
  const settings = defaultPlanSettings('2026-11-30');
  const entries = lineUp(4);
  const order = designedMountings(settings, entries, [fixedLoad(170)]);
  const first = order[0]!;
  const runs = first.points.slice(0, 4).map((point) => ({
    entry: first.entry,
    mount: first.mount,
    ...point,
    setting: ` ${point.setting.toUpperCase()}`,
  }));
  const nowMin = 2 * DAY_MIN + 18 * 60;
  const sheet = runSheet(settings, entries, order, { isDone: doneBy(runs), notBeforeMin: nowMin });
  expect(readingsOf(sheet)).toHaveLength(order.reduce((sum, at) => sum + at.points.length, 0) - 4);
  expect(sheet.parts[0]).toMatchObject({ id: first.id, fromMin: nowMin, continued: true });
  const all = order.flatMap((at) =>
    at.points.map((point) => ({ entry: at.entry, mount: at.mount, ...point })),
  );
  expect(runSheet(settings, entries, order, { isDone: doneBy(all) }).parts).toEqual([]);
});

test('a learnt soak moves the times of its entry only', () => {
  const settings = defaultPlanSettings('2026-11-30');
  const entries = lineUp(4).map((at) => (at.entry === 'e1' ? { ...at, learntSoakMin: 40 } : at));
  const sheet = runSheet(settings, entries, designedMountings(settings, entries, [fixedLoad(170)]));
  const soaks = sheet.parts.flatMap((part) =>
    part.steps
      .filter((step) => step.kind === 'soak')
      .map((step) => [part.id.split(' ')[0], step.toMin - step.fromMin]),
  );
  for (const [entry, lasts] of soaks)
    expect(lasts).toBeCloseTo(entry === 'e1' ? 40 : entry === 'e2' ? 45 : 22, 9);
});

test('what cannot be planned is told by its field', () => {
  const settings = defaultPlanSettings('2026-11-30');
  const fields = (change: Partial<PlanSettings>, entries = lineUp(3)) =>
    planProblems({ ...settings, ...change }, entries).map((at) => at.field);
  expect(fields({})).toEqual([]);
  expect(fields({ passes: 0, mounts: 0 })).toEqual(['passes', 'mounts']);
  expect(fields({ quietFromMin: 2 * 60, quietToMin: 6 * 60 })).toEqual(['quietFromMin']);
  expect(fields({ workToMin: settings.workFromMin + 40 })).toContain('workToMin');
  expect(fields({}, [])).toContain('entries');
  expect(fields({}, [{ ...lineUp(2)[1]!, isControl: false }])).toEqual(['control']);
});

test('more passes or mounts cost hours and show less; fitting keeps to the deadline and says what went', () => {
  const other = { ...defaultPlanSettings('2026-11-30'), passes: 2 };
  const at = {
    entries: lineUp(8),
    loads: [fixedLoad(170), fixedLoad(90)],
    scatter: { passK: 0.3, mountK: 0.4 },
  };
  const now = planCost(other, at);
  for (const choice of planChoices(other, at)) {
    if (/^three (passes|mounts)/.test(choice.words)) {
      expect(choice.cost.benchH).toBeGreaterThan(now.benchH);
      expect(choice.cost.differenceK).toBeLessThan(now.differenceK);
    } else expect(choice.cost.benchH).toBeLessThan(now.benchH);
  }
  const fitted = fitToDeadline(other, at, 8);
  expect(fitted.fits).toBe(true);
  expect(fitted.cost).toEqual(planCost(fitted.settings, { ...at, loads: fitted.loads }));
  expect(fitted.cost.endDay).toBeLessThanOrEqual(8);
  expect(fitted.gaveUp.length).toBeGreaterThan(0);
  expect(fitted.settings.mounts).toBe(2);
  expect(fitToDeadline(other, at, 400).gaveUp).toEqual([]);
  expect(fitToDeadline(other, at, 0).fits).toBe(false);
});

test('further repeats of two cost their own hours alone, none where the plan has them, and can be given up again', () => {
  const settings = { ...defaultPlanSettings('2026-11-30'), controlEvery: 99 };
  const entries = lineUp(6).map((entry) => ({ ...entry, name: entry.entry }));
  const plan = { settings, order: [], droppedLoads: [], pilot: null };
  const scene = { entries, loads: [fixedLoad(170)], done: [] };
  const own = ['e1', 'e3'].map((entry) => ({ entry, mounts: 4, passes: 1 }));
  // Each further mount: on, warm-up, six settings of soak and reading, cool-down; an hour or two of waiting for a day's quiet beside it.
  const bare = (4 * (25 + 10 + 6 * (22 + 3) + 10)) / 60;
  const hours = furtherHours(plan, own, scene)!;
  expect(hours).toBeGreaterThanOrEqual(bare);
  expect(hours).toBeLessThan(bare + 4 * 3);
  const then = withRepeats(plan, own);
  expect(furtherHours(then, own, scene)).toBe(0);
  expect(withRepeats(then, [{ entry: 'e3', mounts: 3, passes: 2 }]).settings.own).toEqual([
    { entry: 'e1', mounts: 4, passes: 1 },
    { entry: 'e3', mounts: 4, passes: 2 },
  ]);
  const scatter = { passK: 0.3, mountK: 0.4 };
  const without = planChoices(then.settings, { ...scene, scatter }).find(({ words }) =>
    /^without the further/.test(words),
  )!;
  expect(without.words).toBe('without the further repeats of two entries');
  expect(without.cost).toEqual(planCost(settings, { ...scene, scatter }));
});

test('a pilot tells which loads separate', () => {
  const plan = { entries: 8, passes: 1, mounts: 2, controlMounts: 4, scatter: { passK: 0.3, mountK: 0.4 } };
  const findings = pilotFindings(
    [
      { load: fixedLoad(170), bestK: 30, worstK: 60 },
      { load: fixedLoad(60), bestK: 11, worstK: 12 },
      { load: fixedLoad(90), bestK: 15, worstK: null },
    ],
    plan,
  );
  expect(findings.map((finding) => finding.separates)).toEqual([true, false, null]);
});

test('a plan’s size is counted as it would be laid, and one that is too large is not laid at all', () => {
  fc.assert(
    fc.property(
      scene,
      fc.integer({ min: 1, max: 9 }),
      ({ settings: other, entries, loads }, controlEvery) => {
        const settings = { ...other, controlEvery };
        const laid = designedMountings(settings, entries, loads);
        expect(planSize(settings, entries, loads.length)).toEqual({
          mountings: laid.length,
          controls: laid.filter((at) => at.isControl).length,
          readings: laid.reduce((sum, at) => sum + at.points.length, 0),
        });
      },
    ),
  );
  const vast = { ...defaultPlanSettings('2026-12-01'), passes: 20, mounts: 20 };
  const loads = Array.from({ length: 20 }, (_, i) => fixedLoad(50 + i));
  const { problems, sheet, order } = layPlan(
    { settings: vast, order: [], droppedLoads: [], pilot: null },
    {
      entries: lineUp(900).map((entry) => ({ ...entry, name: entry.entry })),
      loads,
      done: [],
      now: { day: '2026-12-01', minute: 0 },
    },
  );
  expect(problems).toEqual([
    { field: 'size', message: expect.stringContaining('at most 10,000 on 2,000 are laid') as string },
  ]);
  expect({ sheet, order }).toEqual({ sheet: null, order: [] });
});

test('no loop of a plan runs on for ever: hours and weeks that hold nothing are told', () => {
  const other = { ...defaultPlanSettings('2026-12-01'), quietFromMin: 0, quietToMin: 10 };
  expect(() => quietFrom(other, 100, 11)).toThrow('no quiet span of 10 min holds 11 min');
  expect(quietFrom(other, 100, 10)).toBe(DAY_MIN);
  expect(() => runSheet({ ...other, weekdays: [] }, [], [])).toThrow('no working day');
});
