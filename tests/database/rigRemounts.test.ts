import { fieldAt } from '@/core/curves/field';
import { riseCurves, viewRoundUp } from '@/lab/model/roundUpView';
import { rankBundle } from '@/lab/model/rankBundle';
import { readBundle } from '@/formats/bundle/readBundle';
import { viewRigSpread } from '@/lab/planning/rigSpreadView';
import { smallBundle } from '../support/bundles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

/** The small round-up under another name, with products of its own, each of them mounted so often, a shift of the die apart. */
function remounted(name: string, mounts: number, apartK: number) {
  return smallBundle((files) => {
    files.set('datapackage.json', files.get('datapackage.json')!.replace('"small"', `"${name}"`).replace('A small round-up', name)); // prettier-ignore
    files.set('entries.csv', files.get('entries.csv')!.replace('Levante', `Levante ${name}`).replace('Poniente', `Poniente ${name}`)); // prettier-ignore
    const rows = ['a', 'b'].flatMap((entry, e) =>
      Array.from({ length: mounts }, (_, m) =>
        [30, 40].map((level, s) => {
          const riseK = 44 + 2 * e - 6 * s + (m % 2 === 0 ? apartK / 2 : -apartK / 2);
          return `${entry}${m}${s},${entry},${m + 1},1,170,${s},${level},22,${(21 + riseK).toFixed(3)},21,170`;
        }),
      ).flat(),
    );
    files.set('runs.csv', `run,entry,mount,pass,load_w,setting,noise_db,floor_db,cpu_c,ambient_c,power_w\n${rows.join('\n')}\n`); // prettier-ignore
    for (const n of [1, 2, 3, 4]) files.delete(`traces/${n}.csv`);
  });
}

const rigAt = async (id: number) => {
  const [load] = riseCurves((await viewRoundUp(id))!);
  return fieldAt(load!.curves[0]!.field, 33).rig;
};

test('what other round-ups of a rig’s revision remounted tells in this one; it leaves with the bundle and is never told twice', async () => {
  const once = await importSound(remounted('once', 1, 0));
  expect(await rigAt(once)).toBeNull();
  // Five mounts of two products, 0.6 K apart one after the other: (M − 1)·2 = 8 degrees of freedom.
  await importSound(remounted('often', 5, 0.6));
  const variance = 0.09 * (6 / 5);
  expect(await rigAt(once)).toMatchObject({
    ...{ freedom: 8, earlier: 8 },
    variance: expect.closeTo(variance, 3),
  });
  const view = (await viewRoundUp(once))!;
  expect(riseCurves(view)[0]!.curves[0]!.field.history).toMatchObject({ freedom: 8 });
  // From the lab and from its bundle the same rank.
  const bundle = await exported(once);
  const ranked = rankBundle(readBundle(bundle), {});
  const [placed] = ranked.ranking.placed;
  expect(placed!.spreadSource).toBe('rig');
  // Brought back beside its own runs it is not counted again.
  await importAsNew(bundle);
  expect(await rigAt(once)).toMatchObject({ freedom: 8 });
  const { others, own, isBrought } = (await viewRigSpread(once))!;
  expect(view.remounts).toEqual([{ loadW: 170, freedom: 8, varianceK2: expect.closeTo(variance, 3) }]);
  expect(others).toHaveLength(2);
  expect(others[0]).toMatchObject({ product: 'Levante often', mounts: 5 });
  expect(own).toEqual([]);
  expect(isBrought).toBe(false);
});

test('mounts that scatter far more than the rig did before leave its history out', async () => {
  const wild = await importSound(remounted('wild', 4, 8));
  const [load] = riseCurves((await viewRoundUp(wild))!);
  const { field } = load!.curves[0]!;
  expect(field.history).toMatchObject({ freedom: 8 });
  expect(fieldAt(field, 33)).toMatchObject({ historyLeft: true, rig: { freedom: 6, earlier: 0 } });
});
