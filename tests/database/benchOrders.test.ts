import { openSession } from '@/database/bench/bench';
import { withDatabase } from '@/database/pool';
import { adviseMount } from '@/lab/bench/mountAgain';
import { viewBench } from '@/lab/bench/benchView';
import { giveOrder } from '@/lab/bench/orders';
import { orderSchema } from '@/lab/bench/orderSchema';
import { changeEntry } from '@/lab/lineUp/changeLineUp';
import { editRun } from '@/lab/runs/editRun';
import { lineUpOf } from '@/lab/lineUp/lineUpView';
import { viewPlan } from '@/lab/planning/planView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { saveSheet } from '@/lab/planning/saveSheet';
import { demoBundle } from '@demo/generators/demoBundle';
import { asBytes } from '@demo/generators/demoFiles';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

const NOW = { day: '2026-11-25', minute: 17 * 60 };
let id: number;
beforeAll(async () => {
  id = await importSound(asBytes(demoBundle(7)));
});

const order = (other: object) => giveOrder(id, orderSchema.cast({ ...other }), NOW);
const runsOf = async (entry: string, mount: number) =>
  (await viewRoundUp(id))!.runs.filter((run) => run.entry === entry && run.mount === mount);

test('a badly seated mount is told, set aside as a whole to be made again, and the plan asks for it anew', async () => {
  const at = { entry: 'galerna-twin', mount: 1 };
  // The demo has it set aside already: taken back, it is an outlier.
  for (const run of await runsOf(at.entry, 1))
    await editRun(id, run.id, {
      who: 'test',
      confirmed: false,
      version: run.version,
      changes: { setAside: '', window: undefined as never },
    });
  const advice = await adviseMount(id, (await viewRoundUp(id))!.runs, at);
  expect(advice).toMatchObject({ advice: 'remount', mount: 1 });
  const before = (await viewBench(id, NOW))!.done;
  await order({ do: 'remount', ...at, text: '5.7 K over its other mounts' });
  const aside = await runsOf(at.entry, 1);
  expect(aside.every((run) => run.setAside === 'mounted again: 5.7 K over its other mounts')).toBe(true);
  const after = (await viewBench(id, NOW))!;
  expect(after.done).toBeLessThan(before);
  expect(after.upcoming.map((mount) => mount.id)).toContain('galerna-twin 1');

  await order({ do: 'stands', entry: 'galerna-twin', mount: 2, tries: 3 });
  const stands = await runsOf('galerna-twin', 2);
  expect(stands.every((stand) => stand.note.includes('3 tries agree: likely the product'))).toBe(true);
});

test('one mount at a time, only what the plan has, only settings that the bench can make', async () => {
  await expect(order({ do: 'start', mounting: 'nobody 1' })).rejects.toThrow('no such mount');
  const next = (await viewBench(id, NOW))!.upcoming[0]!;
  const plan = (await viewPlan(id, NOW.day))!;
  const quick = {
    ...plan.sheet.body,
    settings: { ...plan.sheet.body.settings, settings: ['100 %', 'quick'] },
  };
  await saveSheet('plan', id, { version: plan.sheet.version, body: quick, who: 'test', reason: '' });
  await expect(order({ do: 'start', mounting: next.id })).rejects.toThrow(
    '“quick” is no setting that the bench can make',
  );
  await saveSheet('plan', id, {
    version: plan.sheet.version + 1,
    body: plan.sheet.body,
    who: 'test',
    reason: '',
  });
  await expect(order({ do: 'note', text: 'x' })).rejects.toThrow('no mount of this round-up is on the rig');
  await order({ do: 'start', mounting: next.id });
  const open = (await withDatabase(openSession))!;
  expect(open.state).toMatchObject({ entry: next.entry, mount: next.mount, phase: 'mount', loadW: 0 });
  expect(open.state.points).toHaveLength(next.left);
  await expect(order({ do: 'start', mounting: next.id })).rejects.toThrow('is on the rig. End that mount');
  await expect(orderSchema.validate({ do: 'overrule' })).rejects.toThrow(
    'the reason is printed with the run',
  );
  await expect(orderSchema.validate({ do: 'speed', speed: 500 })).rejects.toThrow('runs at 1 to 120');
  expect((await viewBench(id, NOW))!.upcoming.map((mount) => mount.id)).not.toContain(next.id);
  // What is on the rig stays in the line-up, and its rig as it is.
  const onIt = (await withDatabase((db) => lineUpOf(db, id))).find((entry) => entry.code === next.entry)!;
  await expect(changeEntry(id, onIt.entryId, { cited: false }, 'test')).rejects.toThrow(
    'is on the rig. End that mount',
  );
});
