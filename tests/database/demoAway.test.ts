import { getRevision, listNewestRevisions } from '@/database/lineUp/rigs';
import { markDemo, markOlderDemo } from '@/database/roundUps/demoRoundUps';
import { withDatabase } from '@/database/pool';
import { readBundle } from '@/formats/bundle/readBundle';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { viewDemo, putDemoAway, bringDemo } from '@/lab/roundUps/demo';
import { viewDesk } from '@/lab/roundUps/deskView';
import { LAB_OWNER, viewOwnLab } from '@/lab/roundUps/ownLab';
import { listLabRoundUps } from '@/lab/roundUps/listLabRoundUps';
import { searchLab } from '@/lab/roundUps/searchLab';
import { citeFromLab } from '@/lab/lineUp/fromTheLab';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { editRun } from '@/lab/runs/editRun';
import { replacing, smallBundle } from '../support/bundles';
import { exported, importSound, inFreshLab } from '../support/lab';

inFreshLab();

const onRig = (rig: string) =>
  smallBundle((files) => {
    replacing('datapackage.json', '"Test bench"', `"${rig}"`)(files);
  });
const titles = async () => (await listLabRoundUps()).map(({ title }) => title);
const rigs = async () => (await withDatabase(listNewestRevisions)).map(({ rig }) => rig);

test('the demo goes with all that only it has, keeps what one’s own work stands on, and comes back as it was', async () => {
  const one = await importSound(onRig('Demo bench'));
  const other = await importSound(onRig('Demo attic'));
  await withDatabase((db) => markDemo(db, [one, other]));
  expect((await viewDemo()).roundUps.map(({ isChanged }) => isChanged)).toEqual([false, false]);

  const [run] = (await viewRoundUp(one))!.runs;
  const edit = { who: 'Ana', confirmed: true, changes: { note: 'mine' }, version: 1, note: '' };
  expect(await editRun(one, run!.id, edit as never)).toMatchObject({ saved: true });
  const own = await createRoundUp({
    ...{ who: 'Ana', title: 'My own', question: 'coolers', rigRevisionId: null, rigName: 'My bench' },
  });
  const before = { titles: await titles(), rigs: await rigs(), desk: await viewDesk('2026-11-29') };
  expect(before.rigs).toEqual(['Demo attic', 'Demo bench', 'My bench']);
  const seen = await viewDemo();
  expect(seen).toMatchObject({ state: 'here', onDemo: [] });
  expect(seen.roundUps.map(({ isChanged }) => isChanged)).toEqual([true, false]);

  const found = async () => (await searchLab('Levante')).entries.length;
  const all = await found();
  expect(all).toBeGreaterThan(0);
  await putDemoAway([]);
  expect(await titles()).toEqual(['My own']);
  expect(await rigs()).toEqual(['My bench']);
  expect(await found()).toBe(0);
  expect(await viewRoundUp(one)).toBeNull();
  expect((await viewDesk('2026-11-29')).rigs.map(({ rig }) => rig)).toEqual(['My bench']);

  await bringDemo();
  expect({ titles: await titles(), rigs: await rigs(), desk: await viewDesk('2026-11-29') }).toEqual(before);
  expect((await viewRoundUp(one))!.runs[0]!.note).toBe('mine');

  // An entry that is cited stays, with its runs and its rig; a round-up that was worked on can be kept.
  const { rigRevisionId } = (await viewRoundUp(other))!.roundUp;
  const onTheirs = await createRoundUp({
    ...{ who: 'Ana', title: 'On their bench', question: 'coolers', rigRevisionId, rigName: '' },
  });
  const [entry] = (await viewRoundUp(other))!.entries;
  await citeFromLab(onTheirs, entry!.entryId);
  expect((await viewDemo()).onDemo).toEqual([{ id: onTheirs, title: 'On their bench', entries: 1 }]);
  await putDemoAway([one]);
  expect(new Set(await titles())).toEqual(
    new Set(['My own', 'On their bench', (await viewRoundUp(one))!.roundUp.title]),
  );
  expect(await rigs()).toEqual(['Demo attic', 'Demo bench', 'My bench']);
  expect((await viewRoundUp(onTheirs))!.runs.length).toBeGreaterThan(0);
  expect(await withDatabase((db) => getRevision(db, rigRevisionId))).toMatchObject({ rig: 'Demo attic' });
  expect(own).toBeGreaterThan(0);
});

test('a lab that an earlier version gave the demo knows it by its names; its own of another name is none', async () => {
  await bringDemo();
  const id = await importSound(onRig('Elsewhere'));
  const { name, title } = (await viewRoundUp(id))!.roundUp;
  await withDatabase((db) => markOlderDemo(db, [{ name, title: `${title} of another` }]));
  expect((await viewDemo()).roundUps.map((item) => item.id)).not.toContain(id);
  await withDatabase((db) => markOlderDemo(db, [{ name, title }]));
  expect((await viewDemo()).roundUps).toContainEqual({ id, title, isChanged: false });
});

test('the lab’s name and the address of its method go out with its bundles; another lab’s stay theirs', async () => {
  const id = await importSound(onRig('Third'));
  const body = { name: 'Boathouse lab', people: ['Ana', 'Bea'], methodAt: 'https://example.org/method' };
  const edit = { version: 0, who: 'Ana', reason: '' };
  expect(await saveSheet('lab', LAB_OWNER, { ...edit, body })).toMatchObject({ saved: true });
  expect((await viewOwnLab()).body.people).toEqual(['Ana', 'Bea']);
  const out = await exported(id);
  expect(readBundle(out).dataPackage.lab).toEqual({
    name: 'Boathouse lab',
    methodAt: 'https://example.org/method',
  });
  const theirs = await importSound(out);
  await saveSheet('lab', LAB_OWNER, { ...edit, version: 1, body: { ...body, name: 'Ours' } });
  expect(readBundle(await exported(theirs)).dataPackage.lab!.name).toBe('Boathouse lab');
});
