import { defaultBrief } from '@/core/brief/brief';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { addByName } from '@/lab/lineUp/changeLineUp';
import { typeRun } from '@/lab/runs/typeRun';
import { rankBundle } from '@/lab/model/rankBundle';
import { newRun } from '@/lab/runs/runEditSchema';
import { riseCurves, loadsOf, viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { viewPlan } from '@/lab/planning/planView';
import { viewVerdict } from '@/lab/orders/verdictView';
import { readBundle } from '@/formats/bundle/readBundle';
import { exported, importAsNew, inFreshLab } from '../support/lab';

inFreshLab();

const PROGRAM = { loadW: 140, loadName: 'render', gpuLoadW: 0 };
const MIXED = { loadW: 90, loadName: '', gpuLoadW: 200 };

test('a program and a mixed load go from brief to verdict, out and back, and no empty load is in between', async () => {
  const id = await createRoundUp({
    title: 'Programs',
    question: 'coolers',
    rigRevisionId: null,
    rigName: 'Bench',
    who: 'test',
  });
  const brief = {
    ...defaultBrief(),
    loads: [
      { watts: 140, program: 'render', gpuWatts: 0 },
      { watts: 90, program: '', gpuWatts: 200 },
    ],
  };
  expect(await saveSheet('brief', id, { version: 1, body: brief, who: 'test', reason: '' })).toMatchObject({
    saved: true,
  });
  for (const name of ['Ancla', 'Brisa', 'Calma'])
    await addByName(id, { name, maker: 'Barlovento', kind: 'air-tower', who: 'test' });
  const type = async (load: typeof PROGRAM, entry: string, cpuC: number, powerW: number) => {
    for (const [setting, noiseDb, warmerK] of [
      ['60 %', 31, 1],
      ['90 %', 36, 0],
    ] as const)
      for (const pass of [1, 2])
        expect(
          await typeRun(
            id,
            newRun.validateSync({
              ...load,
              entry,
              setting,
              mount: 1,
              pass,
              noiseDb,
              floorDb: 20,
              cpuC: cpuC + warmerK + 0.2 * pass,
              ambientC: 23,
              powerW,
              confirmed: true,
            }),
          ),
        ).toMatchObject({ saved: true });
  };
  await type(PROGRAM, 'ancla', 70, 150);
  // Both held at the limit: the one that lets more through stands before, though it is no cooler.
  await type(PROGRAM, 'brisa', 89.5, 105);
  await type(PROGRAM, 'calma', 89.4, 80);
  await type(MIXED, 'ancla', 60, 90);
  await type(MIXED, 'brisa', 55, 90);

  const view = (await viewRoundUp(id))!;
  expect(loadsOf(view)).toEqual([PROGRAM, MIXED]);
  expect(
    riseCurves(view).map((curves) => [
      curves.label,
      curves.curves.filter((curve) => curve.points.length > 0).length,
    ]),
  ).toEqual([
    ['render, 140 W', 3],
    ['90 W + 200 W graphics', 2],
  ]);
  expect((await viewPlan(id, '2026-12-01'))!.loads).toEqual([PROGRAM, MIXED]);
  const verdict = (await viewVerdict(id, {}))!;
  expect(verdict.ranking.placed.map((entry) => [entry.entry, entry.status])).toEqual([
    ['ancla', 'ranked'],
    ['brisa', 'throttled'],
    ['calma', 'throttled'],
  ]);
  // A program keeps its measured rise: nothing is restated at 140 W.
  expect(verdict.ranking.placed[0]!.value).toBeCloseTo(47.9, 1);
  expect((await viewVerdict(id, { load: '90+200' }))!.ranking.placed.map((entry) => entry.entry)).toEqual([
    'brisa',
    'ancla',
  ]);

  const files = await exported(id);
  const ranked = rankBundle(readBundle(files), {});
  expect(ranked.ranking.placed.map((entry) => entry.entry)).toEqual(['ancla', 'brisa', 'calma']);
  const back = await importAsNew(files);
  if (!back.imported) throw new Error(JSON.stringify(back.problems));
  expect(loadsOf((await viewRoundUp(back.roundUpId))!)).toEqual([PROGRAM, MIXED]);
});
