import { fansAtWork } from '@/core/air/fansAtWork';
import { chosenSystem } from '@/core/air/systemCurve';
import { withDatabase } from '@/database/pool';
import { listChanges } from '@/database/runs/changes';
import { listReadings } from '@/database/runs/runReadings';
import { viewAir } from '@/lab/air/airView';
import { editRun } from '@/lab/runs/editRun';
import { typeRun } from '@/lab/runs/typeRun';
import { fanAirspeeds } from '@/lab/air/fanAirspeeds';
import { viewLeaders } from '@/lab/orders/leaders';
import { readPlaces } from '@/lab/air/readPlaces';
import { viewResponse } from '@/lab/model/responseView';
import { newRun, runEdit } from '@/lab/runs/runEditSchema';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { placedCount } from '@/lab/orders/verdictView';
import { airRoundUp } from '@demo/generators/airRoundUp';
import { AIR_FANS } from '@/simulator/airFans';
import { faceSpeed, flowThrough, RESISTANCES } from '@/simulator/airFan';
import { asBytes } from '@demo/generators/demoFiles';
import { smallBundle } from '../support/bundles';
import { exported, importAsNew, importSound, inFreshLab } from '../support/lab';

inFreshLab();

let id: number;
beforeAll(async () => {
  id = await importSound(asBytes(airRoundUp(7)));
});

const place = (where: string, values: number[], more: object = {}) => ({
  ...{ quantity: 'airspeed', place: where, unit: 'm/s', values },
  ...more,
});
const typed = (more: object) =>
  newRun.validateSync({
    ...{
      who: 'Ana',
      entry: 'racha',
      setting: '62 %',
      mount: 1,
      pass: 1,
      loadW: 0,
      noiseDb: 31,
      floorDb: 19.4,
    },
    ...more,
  });
const runNamed = async (label: string) => (await viewRoundUp(id))!.runs.find((run) => run.label === label)!;

test('which fan suits a resistance agrees with the simulated fans, and the one that is all talk loses', async () => {
  const fans = await viewAir((await viewRoundUp(id))!);
  expect(fans.map((fan) => fan.curves.length)).toEqual(AIR_FANS.map(() => 2));
  const ranking = fansAtWork(fans, RESISTANCES.heatsink, { by: 'noise', levelDb: 30 });
  for (const { entry, rpm, point } of ranking.placed) {
    const { fan } = AIR_FANS.find((other) => other.entry === entry)!;
    const truth = flowThrough(fan, rpm, RESISTANCES.heatsink);
    expect(Math.abs(point.flowM3PerH - truth) / truth).toBeLessThan(0.03);
  }
  expect(ranking.placed.at(-1)!.entry).toBe('galope');
  const open = fansAtWork(fans, chosenSystem(0.35, 60, 2), { by: 'noise', levelDb: 30 });
  expect(open.placed[0]!.entry).toBe('galope');
  const covered = fans.find((fan) => !AIR_FANS.some(({ entry }) => entry === fan.entry))!;
  expect(ranking.notPlaced).toEqual([{ entry: covered.entry, reason: expect.stringContaining('34.') }]);
});

test('a round-up of air opens with what it measured, place by place, and its fans are known by their airspeed', async () => {
  const view = (await viewRoundUp(id))!;
  expect((await viewResponse(view, {})).response.id).toBe('airspeed');
  expect(await placedCount(view)).toBe(5);
  const places = await readPlaces(view);
  expect(places.slice(0, 6).map((read) => read.place)).toEqual([
    '15 cm',
    '30 cm',
    'closed chamber',
    'through the filter',
    'through the heatsink',
    'through the radiator',
  ]);
  const names = new Map(await fanAirspeeds());
  expect(names.get('racha 120')).toBeGreaterThan(1.9);
  // The industrial one is known by its cover alone.
  expect(names.has('sample k')).toBe(true);
  expect([...names.keys()].some((name) => name.includes('bora'))).toBe(false);
});

test('a fan is typed place by place, asked about what is odd, and changed with undo', async () => {
  const readings = [
    place('15 cm', [250, 246, 252, 248, 251], { unit: 'ft/min' }),
    { ...place('opening 1', [20]), quantity: 'flow', unit: 'm3/h' },
    { ...place('closed chamber', [1.1]), quantity: 'pressure', unit: 'mmH2O' },
  ];
  const asked = await typeRun(id, typed({ readings }));
  expect(asked).toEqual({
    saved: false,
    asked: [expect.stringContaining('no pressure there'), expect.stringContaining('without a fan speed')],
  });
  const saved = await typeRun(id, typed({ readings, rpm: 1000, dutyPct: 62, confirmed: true }));
  if (!saved.saved) throw new Error('not saved');
  const run = await runNamed(saved.label);
  expect(run).toMatchObject({ rpm: 1000, dutyPct: 62, hasTrace: false });
  const kept = await withDatabase((db) => listReadings(db, run.id));
  expect(kept[0]!.value).toBeCloseTo(250 * 0.00508, 9);
  expect(kept.at(-1)!.value).toBeCloseTo(1.1 * 9.80665, 9);

  const edit = (version: number, changes: object, confirmed = false) =>
    editRun(id, run.id, runEdit.validateSync({ who: 'Ana', version, changes, confirmed }));
  const apart = { readings: [place('15 cm', [1.2, 1.21, 2.9, 1.22, 1.2])] };
  expect(await edit(1, apart)).toMatchObject({ asked: [expect.stringContaining('2.9 is an outlier')] });
  expect(await edit(1, apart, true)).toMatchObject({ saved: true, version: 2 });
  expect(await edit(1, apart, true)).toMatchObject({ why: 'conflict', last: { what: 'readings' } });
  // Unchanged readings are no change.
  expect(await edit(2, apart, true)).toMatchObject({ saved: true, version: 2 });
  expect(await edit(2, { readings: [] })).toMatchObject({
    message: expect.stringContaining('a reading at a place'),
  });
  expect(await edit(2, { rpm: 990, note: 'slower' })).toMatchObject({ saved: true });
  const log = await withDatabase((db) => listChanges(db, run.id));
  expect(log.find((change) => change.what === 'readings')!.isNow).toBe(
    'airspeed at 15 cm 1.2, 1.21, 2.9, 1.22, 1.2 m/s',
  );
  await edit(3, { deleted: true });
});

test.each([
  [{ readings: [place('15 cm', [1]), place('15 cm', [2])] }, 'airspeed at 15 cm is listed twice'],
  [{ readings: [place('15 cm', [1], { unit: 'Pa' })] }, 'airspeed is read in m/s or ft/min, got "Pa"'],
  [{ readings: [place('15 cm', [900])] }, 'an airspeed lies between 0 and 100 m/s'],
  [{ readings: [place('', [1])] }, 'where was it read?'],
  [{ readings: [place('15 cm', [])] }, 'a reading was expected'],
])('%j is refused', (more, message) => {
  expect(() => typed(more)).toThrow(message);
});

test('nothing at all, or a die without its room, is no run', async () => {
  expect(await typeRun(id, typed({}))).toMatchObject({ field: 'cpuC' });
  expect(await typeRun(id, typed({ cpuC: 50 }))).toMatchObject({ field: 'ambientC' });
});

test('a pressure read slower is restated to the run, and again when the run’s speed is corrected', async () => {
  const saved = await typeRun(
    id,
    typed({
      ...{ rpm: 1200, setting: '75 %', confirmed: true },
      readings: [{ ...place('closed chamber', [10]), quantity: 'pressure', unit: 'Pa', rpm: 1000 }],
    }),
  );
  if (!saved.saved) throw new Error('not saved');
  const pressure = async () => {
    const shown = await viewResponse((await viewRoundUp(id))!, {
      response: 'pressure',
      place: 'closed chamber',
    });
    const curve = shown.loads[0]!.curves.find((other) => other.entry === 'racha')!;
    return curve.points.find((point) => point.setting === '75 %')!.value;
  };
  expect(await pressure()).toBeCloseTo(14.4, 9);
  const run = await runNamed(saved.label);
  await editRun(id, run.id, runEdit.validateSync({ who: 'Ana', version: 1, changes: { rpm: 1100 } }));
  expect(await pressure()).toBeCloseTo(12.1, 9);
  await editRun(id, run.id, runEdit.validateSync({ who: 'Ana', version: 2, changes: { deleted: true } }));
});

test('readings go out and come back the same, and two units at one place of a run are told', async () => {
  const files = await exported(id);
  const again = await importAsNew(files);
  expect(again).toMatchObject({ imported: true, runs: 61 });
  const both = await Promise.all(
    [id, again.imported ? again.roundUpId : 0].map(async (other) => viewAir((await viewRoundUp(other))!)),
  );
  expect(both[1]!.map((fan) => fan.curves)).toEqual(both[0]!.map((fan) => fan.curves));
  const twice = smallBundle((made) =>
    made.set(
      'readings.csv',
      'run,quantity,place,value,unit\n1,airspeed,15 cm,1.2,m/s\n1,airspeed,15 cm,240,ft/min\n',
    ),
  );
  expect(await importAsNew(twice)).toMatchObject({
    problems: [
      { file: 'readings.csv', line: 3, column: 'unit', message: expect.stringContaining('on line 2') },
    ],
  });
});

test('what is read through a heatsink is what flows there', () => {
  const { fan } = AIR_FANS[0]!;
  const flow = flowThrough(fan, 1200, RESISTANCES.heatsink);
  // Through the ring of a 120 mm fan with a hub of 36 %.
  expect(faceSpeed(fan, flow)).toBeCloseTo(flow / 3600 / (Math.PI * 0.06 ** 2 * (1 - 0.36 ** 2)), 9);
});

test('the first page tells who leads fans by their air, by what the verdict opens with', async () => {
  const round = await importAsNew(asBytes(airRoundUp(7)));
  if (!round.imported) throw new Error(JSON.stringify(round.problems));
  const leaders = (await viewLeaders(round.roundUpId))!;
  expect(leaders).toMatchObject({ what: 'Airspeed, 15 cm', unit: 'm/s', placed: 5 });
  expect(leaders.first[0]).toMatchObject({ product: 'Galope 120 Aero', placeFrom: 1 });
});
