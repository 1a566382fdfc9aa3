import { usualCase, OWN_CASE } from '@/core/cases/labCase';
import type { Question } from '@/core/brief/questions';
import { addCase, casesOfLineUp } from '@/lab/lineUp/cases';
import { addByName } from '@/lab/lineUp/changeLineUp';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { rigsPage } from '@/lab/orders/rigsPage';
import { viewPlan } from '@/lab/planning/planView';
import { chooseRig, reviseRig, viewRig } from '@/lab/planning/rigView';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { newRun } from '@/lab/runs/runEditSchema';
import { typeRun } from '@/lab/runs/typeRun';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewBrief } from '@/lab/planning/briefView';
import { inFreshLab } from '../support/lab';

inFreshLab();

const WHO = 'Ana';
const viewed = async (id: number) => (await viewRoundUp(id))!;

async function roundUpOf(title: string, names: string[], question: Question = 'coolers'): Promise<number> {
  const id = await createRoundUp({ title, question, rigRevisionId: null, rigName: `${title} A`, who: WHO });
  const kind = question === 'cases' ? 'case-layout' : 'air-tower';
  for (const name of names) await addByName(id, { name, maker: '', kind, who: WHO });
  return id;
}

/** Three settings of an entry: so warm at 28, 33 and 38 dB(A). */
async function measure(id: number, entry: string, risesK: [number, number, number]): Promise<void> {
  for (const [i, riseK] of risesK.entries())
    expect(
      await typeRun(
        id,
        newRun.validateSync({
          ...{ who: WHO, entry, setting: `${40 + 20 * i} %`, mount: 1, pass: 1, loadW: 170, confirmed: true },
          ...{ noiseDb: 28 + 5 * i, floorDb: 15, cpuC: 22 + riseK, ambientC: 22, dutyPct: 40 + 20 * i },
        }),
      ),
    ).toMatchObject({ saved: true });
}

const SUR: [number, number, number] = [52, 46, 42];
const NORTE: [number, number, number] = [60, 53, 48];
const CIERZO: [number, number, number] = [47, 42, 38.5];
const [SLOPE, OFFSET] = [1.1, 2];
const onB = (rises: [number, number, number]) =>
  rises.map((riseK) => Number((SLOPE * riseK + OFFSET).toFixed(2))) as [number, number, number];

test('two platforms stand in one table: places by each alone, carried over by what both have, or why not', async () => {
  const id = await roundUpOf('Platforms', ['Sur', 'Norte', 'Cierzo', 'Levante']);
  expect(await rigsPage(await viewed(id), {})).toBeNull();
  for (const [entry, rises] of [
    ['sur', SUR],
    ['norte', NORTE],
    ['cierzo', CIERZO],
    ['levante', [55, 49, 45]],
  ] as const)
    await measure(id, entry, [...rises]);
  const first = (await viewRig(id))!;
  await expect(chooseRig(id, { rigRevisionId: null, rigName: 'platforms a' })).rejects.toThrow('already');
  await expect(chooseRig(id, { rigRevisionId: 999_999, rigName: '' })).rejects.toThrow('no such rig');
  expect((await viewRig(id))!.currentId).toBe(first.currentId);

  await chooseRig(id, { rigRevisionId: null, rigName: 'Platforms B' });
  expect((await viewed(id)).runs).toEqual([]);
  expect((await viewRig(id))!.apart).toMatchObject([{ rig: 'Platforms A', runs: 12, entries: 4 }]);
  // Nothing here yet: the other rig says what there is to ask.
  expect((await rigsPage(await viewed(id), {}))!.rows.map(({ entry }) => entry)).toEqual([
    ...['cierzo', 'sur', 'levante', 'norte'],
  ]);
  for (const [entry, rises] of [
    ['sur', SUR],
    ['norte', NORTE],
    ['cierzo', CIERZO],
  ] as const)
    await measure(id, entry, onB([...rises]));

  const both = (await rigsPage(await viewed(id), {}))!;
  expect(both.rigs.map(({ name, isHere, bridge }) => [name, isHere, bridge])).toEqual([
    ['Platforms B, revision 1', true, 'none'],
    ['Platforms A, revision 1', false, 'possible'],
  ]);
  const cells = (entry: string) => both.rows.find((row) => row.entry === entry)!.cells;
  // Measured there at 33 dB(A): 49 K.
  const [levante, there] = cells('levante');
  expect(levante!.placed).toBeNull();
  expect(levante!.bridged!.value).toBeCloseTo(SLOPE * 49 + OFFSET, 0);
  expect(levante!.bridged!.interval95).toBeGreaterThan(there!.placed!.interval95);
  expect(there!.placed!.value).toBeCloseTo(49, 0);
  expect(cells('sur').map(({ placed }) => placed?.value)).toEqual([
    expect.closeTo(SLOPE * 46 + OFFSET, 0),
    expect.closeTo(46, 0),
  ]);
  // Measured first, then carried over.
  expect(both.rows.map(({ entry }) => entry)).toEqual(['cierzo', 'sur', 'norte', 'levante']);
  // Levels are bridged by nothing, and nothing is said to be.
  const byLevel = (await rigsPage(await viewed(id), { response: 'level' }))!;
  expect(byLevel.rows.flatMap(({ cells: own }) => own.map(({ bridged }) => bridged)).filter(Boolean)).toEqual(
    [],
  );

  // Back, with all that was measured on either.
  await chooseRig(id, { rigRevisionId: first.currentId, rigName: '' });
  expect((await viewed(id)).runs).toHaveLength(12);
  const back = (await rigsPage(await viewed(id), {}))!;
  expect(back.rigs.map(({ runs }) => runs)).toEqual([12, 9]);
  expect(back.rows.find(({ entry }) => entry === 'levante')!.cells[0]!.placed).not.toBeNull();
});

test('a window that changes is asked of the runs of every rig', async () => {
  const id = await roundUpOf('Windows', ['Sur', 'Norte']);
  for (const entry of ['sur', 'norte']) await measure(id, entry, entry === 'sur' ? SUR : NORTE);
  await chooseRig(id, { rigRevisionId: null, rigName: 'Windows B' });
  const brief = (await viewBrief(id))!.sheet;
  await saveSheet('brief', id, {
    version: brief.version,
    body: { ...brief.body, windowS: 240 },
    who: WHO,
    reason: 'shorter',
  });
  const page = (await rigsPage(await viewed(id), {}))!;
  expect(page.rigs.map(({ runs }) => runs)).toEqual([0, 6]);
  expect(page.rows.map(({ cells }) => cells[1]!.placed?.value)).toEqual([
    expect.closeTo(46, 0),
    expect.closeTo(53, 0),
  ]);
});

test('whole cases: each stands on its own rig or in its own turn, is planned there, and its case keeps it from no bridge', async () => {
  const id = await roundUpOf('Cases', ['Baúl', 'Cofre', 'Arca'], 'cases');
  const plannedOn = async () => (await viewPlan(id, '2026-11-29'))!.entries.map(({ entry }) => entry);
  // The parts move from case to case: all are planned on the one rig, each in its own.
  const into = async (enclosure: string) => {
    const rig = (await viewRig(id))!;
    const setup = { ...rig.revisions.find((row) => row.id === rig.currentId)!.setup, enclosure };
    await reviseRig(id, { seenId: rig.currentId, setup, reason: 'moved', who: WHO });
  };
  await into(OWN_CASE);
  // No case is its own fan.
  expect((await viewLineUp(id)).flatMap(({ entry }) => entry.body.fans.map(({ name }) => name))).toEqual(
    Array.from({ length: 3 }, () => 'fan as sold'),
  );
  expect(await plannedOn()).toEqual(['baul', 'cofre', 'arca']);
  await addCase('Cofre', WHO);
  const known = await casesOfLineUp(await viewLineUp(id), OWN_CASE);
  expect(known).toEqual({ cofre: usualCase('Cofre') });

  // Or each has parts of its own: then its rig is in that case, and only it is planned there.
  await chooseRig(id, { rigRevisionId: null, rigName: 'Cases B' });
  await into('Baúl');
  expect(await plannedOn()).toEqual(['baul']);
  await measure(id, 'baul', SUR);
  await chooseRig(id, { rigRevisionId: null, rigName: 'Cases C' });
  await into('Cofre');
  expect(await plannedOn()).toEqual(['cofre']);
  await measure(id, 'cofre', NORTE);
  const page = (await rigsPage(await viewed(id), {}))!;
  expect(page.rows.map(({ entry, cells }) => [entry, cells.map(({ placed }) => placed !== null)])).toEqual([
    ['cofre', [true, false]],
    ['baul', [false, true]],
  ]);
  // Nothing was measured on both: that is what keeps them apart, and not that their cases differ.
  expect(page.rigs[1]!.stands).toMatch(/^No bridge: .*(points|entries)/);
  expect(page.rigs[1]!.stands).not.toContain('two round-ups');
  expect(
    (await viewRig(id))!.apart.flatMap(({ differences }) => differences.map(({ what }) => what)),
  ).not.toContain('enclosure');
});
