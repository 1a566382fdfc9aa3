import { withDatabase } from '@/database/pool';
import { viewDesk } from '@/lab/roundUps/deskView';
import { viewNextStep } from '@/lab/roundUps/nextStep';
import { viewPlan } from '@/lab/planning/planView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { addByName, viewKnownProducts } from '@/lab/lineUp/changeLineUp';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { listLabRoundUps } from '@/lab/roundUps/listLabRoundUps';
import { viewLeaders } from '@/lab/orders/leaders';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { asBytes } from '@demo/generators/demoFiles';
import { monthsRoundUp } from '@demo/generators/monthsRoundUp';
import { demoBundle } from '@demo/generators/demoBundle';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

test('an empty lab has nothing due, no rigs and no evenings', async () => {
  expect(await viewDesk('2026-11-26')).toEqual({ due: [], rigs: [], evenings: [] });
  expect(await viewNextStep(1)).toBeNull();
});

test('what is due is told with where it is done, what is bad first, and each goes when its day is another', async () => {
  const towers = await importSound(asBytes(demoBundle(7)));
  const attic = await importSound(asBytes(monthsRoundUp(7)));
  const desk = await viewDesk('2026-11-26');
  const says = desk.due.map((due) => due.says);
  expect(says).toContain('Boathouse lab: the calibration of 94 dB whistle ran out on 1 Oct 2026');
  expect(says).toContain('Attic bench: the control Terral 92 was out of range, 9 runs are suspect');
  expect(says).toContain('Attic bench: 6 runs that count were read while the meter was off');
  expect(says).toContain('Jaloque 360 A goes back to Talleres Sirimiri on 4 Dec 2026');
  const late = (await viewDesk('2026-12-05')).due.find(({ says: each }) => each.startsWith('Jaloque 360 A'));
  expect(late).toMatchObject({
    says: 'Jaloque 360 A should have gone back to Talleres Sirimiri on 4 Dec 2026',
    isBad: true,
  });
  expect(says.find((each) => each.includes('older than a month'))).toContain('Quiet towers');
  expect(desk.due.map(({ isBad }) => isBad)).toEqual(
    [...desk.due.map(({ isBad }) => isBad)].sort().reverse(),
  );
  expect(desk.due.find(({ says: each }) => each.includes('whistle'))!.href).toBe(`/round-ups/${towers}/rig`);
  expect(desk.rigs.find(({ rig }) => rig === 'Attic bench')).toMatchObject({
    isWell: false,
    href: `/round-ups/${attic}/rig/watch`,
  });
  expect(desk.rigs.find(({ rig }) => rig === 'Boathouse lab')).toMatchObject({ isWell: true });
  // Before its day a calibration holds; prices of that week are new.
  const earlier = (await viewDesk('2026-09-20')).due.map((due) => due.says);
  expect(earlier.some((each) => each.includes('whistle'))).toBe(false);
  expect(earlier.some((each) => each.includes('older than a month'))).toBe(false);
});

test('the last evenings are told with their runs, five of them, the newest first', async () => {
  const { evenings } = await viewDesk('2026-11-26');
  expect(evenings).toHaveLength(5);
  expect([...evenings].map(({ day }) => day)).toEqual(
    [...evenings]
      .map(({ day }) => day)
      .sort()
      .reverse(),
  );
  const { rows } = await withDatabase((db) =>
    db.query<{ runs: number }>(`SELECT count(*)::int AS runs FROM runs WHERE left(started_at, 10) = $1`, [
      evenings[0]!.day,
    ]),
  );
  expect(evenings[0]!.runs).toBe(rows[0]!.runs);
  expect(evenings[0]!.roundUpId).not.toBeNull();
});

test('a round-up says what comes next, and shows its curves in small', async () => {
  const [towers, attic] = [1, 2];
  expect((await viewNextStep(towers))!).toMatchObject({
    words: expect.stringMatching(/^\d+ runs of the plan left$/) as string,
    path: 'bench',
  });
  expect((await viewNextStep(attic))!.words).toBe('write and publish the verdict');
  const { sketch } = (await viewLeaders(attic))!;
  expect(sketch).toHaveLength(5);
  for (const { points } of sketch)
    expect(points.map(([at]) => at)).toEqual(points.map(([at]) => at).sort((a, b) => a - b));
  const id = await createRoundUp({
    title: 'New',
    question: 'coolers',
    rigRevisionId: null,
    rigName: 'Hall',
    who: 'me',
  });
  expect((await viewNextStep(id))!.words).toBe('decide the brief');
});

test('a plan without a remount of its own plans by what the rig’s months tell; the first is looked at by its bound', async () => {
  const plan = (await viewPlan(2, '2026-11-26'))!;
  expect(plan.repeated.length).toBeGreaterThan(20);
  expect(plan.repeated[0]!.groups).toHaveProperty('mounts');
  const { look } = plan;
  expect(look!.bound).toBeGreaterThan(1.95);
  expect(look!.look).toBeLessThanOrEqual(look!.looks);
  // The same rig, a round-up with nothing of its own: no spread is assumed where the lab knows one.
  const revision = (await viewRoundUp(2))!.roundUp.rigRevisionId;
  const id = await createRoundUp({
    title: 'Next',
    question: 'coolers',
    rigRevisionId: revision,
    rigName: '',
    who: 'me',
  });
  const next = (await viewPlan(id, '2026-11-26'))!;
  expect(next.scatterFrom).toMatch(/^from \d+ remounts on this rig, \d+ of them in other round-ups$/);
  expect(next.scatter.mountK).toBeGreaterThan(0.1);
  expect(next.look).toBeNull();
});

test('a bought sample without a receipt is due for a quarter, a lent one without a day stays in the list', async () => {
  const roundUpId = (await listLabRoundUps()).find(({ title }) => title.startsWith('Quiet towers'))!.id;
  const lineUp = await viewLineUp(roundUpId);
  const sampleOf = (code: string) => lineUp.find((entry) => entry.code === code)!;
  const rewrite = async (code: string, part: object) => {
    const { sampleId, sample } = sampleOf(code);
    const body = { ...sample!.body, ...part };
    const edit = { version: sample!.version, who: 'Ana', reason: '', body };
    expect(await saveSheet('sample', sampleId!, edit)).toMatchObject({ saved: true });
  };
  await rewrite('tramontana', { receipt: '' });
  await rewrite('cierzo-240', { returnOn: '' });
  const says = async (day: string) => (await viewDesk(day)).due.map((due) => due.says);
  expect(await says('2026-11-26')).toContain('1 bought sample has no receipt recorded: Tramontana A');
  expect((await says('2027-03-01')).join()).not.toContain('receipt');
  expect(await says('2026-11-26')).toContain('lent samples to send back: Cierzo 240 A');
});

test('another sample of a product that the lab has is an entry of its own, named by what differs', async () => {
  const roundUpId = (await listLabRoundUps()).find(({ title }) => title.startsWith('Quiet towers'))!.id;
  const known = (await viewKnownProducts()).find(({ name }) => name === 'Tramontana')!;
  expect(known).toMatchObject({ kind: 'air-tower', samples: ['A'] });
  const { maker, name } = known;
  await addByName(roundUpId, { name, maker, kind: 'air-tower', sample: 'B', who: 'Ana' });
  const lineUp = await viewLineUp(roundUpId);
  const both = lineUp.filter(({ productName }) => productName === 'Tramontana');
  expect(both.map(({ shownName }) => shownName)).toEqual(['Tramontana', 'Tramontana (sample B)']);
  expect(new Set(both.map(({ productId }) => productId)).size).toBe(1);
  expect(both.map(({ sample }) => sample!.body.label)).toEqual(['A', 'B']);
  // On Curves the two are set against one another, as soon as both are measured.
  const cited = (await viewRoundUp(roundUpId))!.entries.filter(({ samplesOf }) => samplesOf !== null);
  expect(cited.map(({ entry, samplesOf }) => [entry, samplesOf])).toEqual(
    both.map(({ code }) => [code, 'Tramontana']),
  );
});
