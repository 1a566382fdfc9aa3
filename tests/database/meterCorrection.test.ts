import { correctMeter } from '@/lab/drift/correctMeter';
import { editRun } from '@/lab/runs/editRun';
import { holdRuns } from '@/lab/drift/holdRuns';
import { rigTrouble, viewWatch } from '@/lab/drift/watchView';
import { rankBundle } from '@/lab/model/rankBundle';
import { bundleReport } from '@/lab/report/bundleReport';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { verdictOf, verdictQuery } from '@/lab/orders/verdictView';
import { listChanges } from '@/database/runs/changes';
import { withDatabase } from '@/database/pool';
import { readSheet } from '@/database/lineUp/sheets';
import { readBundle } from '@/formats/bundle/readBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { monthsRoundUp } from '@demo/generators/monthsRoundUp';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

let attic: number;
beforeAll(async () => {
  attic = await importSound(asBytes(monthsRoundUp(7)));
});
const viewed = async () => (await viewRoundUp(attic))!;
const meter = async () => (await viewWatch(await viewed())).meter;
const wish = { who: 'me', reason: 'a loose plug' };
/** Mounts of the control whose level breaks a rule. */
const brokenByLevel = async () =>
  (await viewWatch(await viewed(), 'level')).courses.flatMap(({ points }) =>
    points.filter(({ broken }) => broken.length > 0).map(({ mount }) => mount),
  );
const levelsOf = async (ids: readonly number[]) =>
  (await viewed()).runs.filter(({ id }) => ids.includes(id)).map(({ level }) => level.levelDb);

test('the readings of a meter’s week are corrected on request, all or none, and as read again', async () => {
  const { rigId } = (await viewed()).roundUp;
  const before = await meter();
  // The control heard it as well: of its ten re-tests the sixth was too loud.
  expect(await brokenByLevel()).toEqual([6]);
  expect(before.open.map(({ runs }) => runs.length)).toEqual([6]);
  expect(before).toMatchObject({ corrected: [], unknown: [], counting: 6 });
  expect(await rigTrouble(await viewed())).toMatchObject({ meterRuns: 6 });
  const [{ runs, correction }] = before.open as [(typeof before.open)[number]];
  expect(correction.db).toBeCloseTo(-1.35, 6);
  const ids = runs.map(({ id }) => id);
  const read = await levelsOf(ids);

  await expect(correctMeter(rigId, { ...wish, what: 'correct', runs, reason: ' ' })).rejects.toThrow('why');
  const right = (await viewed()).runs.findLast(({ id }) => !ids.includes(id))!;
  await expect(
    correctMeter(rigId, {
      ...wish,
      what: 'correct',
      runs: [...runs, { id: right.id, version: right.version }],
    }),
  ).rejects.toThrow('not corrected: the meter was right');
  expect((await meter()).open).toHaveLength(1);

  expect(await correctMeter(rigId, { ...wish, what: 'correct', runs })).toEqual({ changed: 6 });
  const after = await viewed();
  (await levelsOf(ids)).forEach((level, i) => expect(level).toBeCloseTo(read[i]! - 1.35, 9));
  // What was read stays.
  const one = after.runs.find(({ id }) => id === ids[0])!;
  expect(one.level.levelDb).not.toBeCloseTo(one.noiseDb, 0);
  expect(await rigTrouble(after)).toMatchObject({ meterRuns: 0 });
  expect(await brokenByLevel()).toEqual([]);
  await expect(correctMeter(rigId, { ...wish, what: 'take-back', runs })).rejects.toThrow('meanwhile');
  const told = (await withDatabase((db) => listChanges(db, ids[0]!))).at(-1)!;
  expect(told).toMatchObject({ what: 'level, corrected', was: 'as read' });
  expect(told.isNow).toMatch(
    /^−1\.35 ± 0\.23 dB: the calibrator read \+1\.4 dB on 14 Oct 2026, 09:00 and \+1\.3 dB/,
  );

  // Said with the verdict, and in its report; the same numbers from the bundle.
  const verdict = await verdictOf(after, verdictQuery({}));
  const says = 'levels of 6 runs were corrected by −1.4 ± 0.2 dB';
  expect(verdict.method.join(' ')).toContain(says);
  const files = await exported(attic);
  const { placed } = rankBundle(readBundle(files), {}).ranking;
  expect(placed.map(({ entry, value, interval95 }) => [entry, value, interval95])).toEqual(
    verdict.ranking.placed.map(({ entry, value, interval95 }) => [entry, value, interval95]),
  );
  expect((await bundleReport(files)).html).toContain(says);
  const again = (await viewRoundUp(await importSound(files)))!;
  expect(again.runs.flatMap(({ levelCorrection }) => levelCorrection ?? [])).toHaveLength(6);

  const corrected = (await meter()).corrected[0]!.runs.filter(({ id }) => ids.includes(id));
  expect(await correctMeter(rigId, { ...wish, what: 'take-back', runs: corrected })).toEqual({ changed: 6 });
  expect(await levelsOf(ids)).toEqual(read);
});

test('two who correct at once: each run is corrected once, and the second is told to look again', async () => {
  const { rigId } = (await viewed()).roundUp;
  const { runs } = (await meter()).open[0]!;
  const both = await Promise.allSettled([
    correctMeter(rigId, { ...wish, what: 'correct', runs }),
    correctMeter(rigId, { ...wish, what: 'correct', runs: [...runs].reverse() }),
  ]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  const ids = new Set(runs.map(({ id }) => id));
  const corrected = (await viewed()).runs.filter(({ id }) => ids.has(id));
  expect(corrected.every(({ levelCorrection }) => levelCorrection !== null)).toBe(true);
  for (const { id } of corrected) {
    const changes = await withDatabase((db) => listChanges(db, id));
    expect(changes.filter(({ isNow, what }) => what.startsWith('level') && isNow.includes('±'))).toHaveLength(
      2,
    );
  }
  // Corrected twice is corrected once: nothing is changed by the same wish on what is seen now.
  const seen = corrected.map(({ id, version }) => ({ id, version }));
  expect(await correctMeter(rigId, { ...wish, what: 'correct', runs: seen })).toEqual({ changed: 0 });
  expect(await correctMeter(rigId, { ...wish, what: 'take-back', runs: seen })).toEqual({ changed: 6 });
  // Of another rig, or of none, nothing is touched.
  await expect(
    correctMeter(rigId + 1000, {
      ...wish,
      what: 'correct',
      runs: [{ ...seen[0]!, version: seen[0]!.version + 1 }],
    }),
  ).rejects.toThrow('not there any more');
});

test('a typed run of the meter’s week, edited by hand afterwards, keeps its correction', async () => {
  const { rigId } = (await viewed()).roundUp;
  const { runs } = (await meter()).open[0]!;
  const [one] = runs;
  await correctMeter(rigId, { ...wish, what: 'correct', runs: [one!] });
  const before = (await viewed()).runs.find(({ id }) => id === one!.id)!;
  const edit = {
    who: 'me',
    confirmed: true,
    version: before.version,
    changes: { noiseDb: before.noiseDb + 1 },
  };
  expect(await editRun(attic, one!.id, edit as never)).toMatchObject({ saved: true });
  const after = (await viewed()).runs.find(({ id }) => id === one!.id)!;
  expect(after.levelCorrection).toEqual(before.levelCorrection);
  expect(after.level.levelDb - before.level.levelDb).toBeCloseTo(1, 0);
  const back = { ...edit, version: after.version, changes: { noiseDb: before.noiseDb } };
  await editRun(attic, one!.id, back as never);
  const { version } = (await viewed()).runs.find(({ id }) => id === one!.id)!;
  await correctMeter(rigId, { ...wish, what: 'take-back', runs: [{ id: one!.id, version }] });
  expect((await meter()).open[0]!.runs).toHaveLength(6);
});

test('a check that is found later says who cannot be corrected: they are held, and freed again', async () => {
  const { rigId } = (await viewed()).roundUp;
  const book = (await withDatabase((db) => readSheet(db, 'rig-book', rigId)))!;
  const checks = book.body.checks.map((check) =>
    check.on === '2026-10-14' ? { ...check, reading: 94.0 } : check,
  );
  const edit = { version: book.version, who: 'me', reason: '' };
  expect(await saveSheet('rig-book', rigId, { ...edit, body: { ...book.body, checks } })).toMatchObject({
    saved: true,
  });
  const { unknown } = await meter();
  expect(unknown.map(({ reason, counting }) => [reason, counting.length])).toEqual([
    ['the meter changed between 14 Oct 2026, 09:00 and 20 Oct 2026, 09:10, time unknown', 6],
  ]);
  await expect(correctMeter(rigId, { ...wish, what: 'correct', runs: unknown[0]!.counting })).rejects.toThrow(
    'time unknown',
  );
  await holdRuns(rigId, { ...wish, what: 'hold', runs: unknown[0]!.counting });
  const held = await meter();
  expect(held).toMatchObject({ counting: 0, unknown: [{ counting: [] }] });
  await holdRuns(rigId, { ...wish, what: 'free', runs: held.unknown[0]!.held });
  expect((await meter()).counting).toBe(6);
});
