import { closePool, withDatabase } from '@/database/pool';
import { listRuns } from '@/database/runs/runs';
import { listValues } from '@/database/runs/runValues';
import { readTrace } from '@/database/runs/traces';
import { checkUpload } from '@/lab/bring/checkUpload';
import { describeLog } from '@/lab/bring/describeLog';
import { importRawRuns } from '@/lab/bring/importRawRuns';
import { rawRunsPlan } from '@/lab/bring/rawRunsSchema';
import { beginUpload, fileBytes, takeFile, uploadedFiles, UploadRefused } from '@/lab/bring/uploads';
import { simulatedEvening } from '../support/evening';
import { offeredColumns } from '@/lab/runs/logbookRows';
import { changeEntry } from '@/lab/lineUp/changeLineUp';
import { viewLineUp } from '@/lab/lineUp/lineUpView';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { smallBundle } from '../support/bundles';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();
afterAll(closePool);

async function* pieces(bytes: Uint8Array, size: number): AsyncGenerator<Uint8Array> {
  for (let i = 0; i < bytes.length; i += size) yield bytes.slice(i, i + size);
}

async function uploaded(logs: ReadonlyMap<string, Uint8Array>): Promise<string> {
  const id = await beginUpload();
  for (const [name, bytes] of logs) await takeFile(id, name, pieces(bytes, 10_007));
  return id;
}

test('a file comes back byte for byte in whatever pieces it came; one that breaks off is never seen', async () => {
  const bytes = Uint8Array.from({ length: 2_500_000 }, (_, i) => (i * 7919) % 251);
  const id = await uploaded(new Map([['big.csv', bytes]]));
  const [file] = await uploadedFiles(id);
  const back: number[] = [];
  for await (const chunk of fileBytes(file!.id)) back.push(...chunk.subarray(0, 3), chunk.length);
  expect(back.filter((_, i) => i % 4 === 3).reduce((sum, value) => sum + value, 0)).toBe(bytes.length);
  async function* broken(): AsyncGenerator<Uint8Array> {
    yield bytes.slice(0, 1000);
    throw new Error('aborted');
  }
  await expect(takeFile(id, 'half.csv', broken())).rejects.toThrow('aborted');
  expect((await uploadedFiles(id)).map((uploadedFile) => uploadedFile.path)).toEqual(['big.csv']);
  await expect(takeFile('00000000-0000-0000-0000-000000000000', 'x', pieces(bytes, 10))).rejects.toThrow(
    UploadRefused,
  );
});

test('an evening of three instruments, joined by their clocks, gives the known rise; looking writes nothing', async () => {
  const evening = simulatedEvening(21);
  const id = await uploaded(evening.logs);
  expect(await checkUpload(id)).toMatchObject({ kind: 'logs' });
  const files = await uploadedFiles(id);
  const described = await Promise.all(files.map((file) => describeLog(id, file.id)));
  const logs = described.map((result) => {
    if (!result.read) throw new Error(result.message);
    return result.log;
  });
  const sensors = logs.find((log) => log.path === 'sensors.csv')!;
  expect(sensors).toMatchObject({
    delimiter: ';',
    decimal: ',',
    encoding: 'windows-1252',
    clockKind: 'date',
  });
  // The meter's clock is 40 s behind.
  const offsets = logs.map((log) => ({ fileId: log.fileId, offsetS: log.path === 'meter.csv' ? 40 : 0 }));
  const from = sensors.firstS!;
  const run = (fromS: number, toS: number, setting: string) => ({
    fromS,
    toS,
    entry: evening.productName,
    loadW: 170,
    setting,
    mount: 1,
    pass: 1,
    floorDb: 21.2,
  });
  const plan = (more: object) =>
    rawRunsPlan.cast({
      logs: offsets,
      runs: [run(from, from + 1299, '78 %'), run(from + 1300, from + 2599, '56 %')],
      target: { title: 'Raw' },
      ...more,
    });
  const looked = await importRawRuns(id, plan({ dryRun: true }));
  expect(looked).toMatchObject({
    imported: false,
    message: '',
    runs: [
      { settled: true, problem: '' },
      { settled: true, problem: '' },
    ],
  });
  if (looked.imported) throw new Error('looking has written');
  for (const run of looked.runs)
    expect(Math.abs(run.riseK! - evening.riseAtK(run.levelDb!))).toBeLessThan(0.6);

  // Without the meter's clock put right the first run has the second's noise at its end, or none.
  const refused = await importRawRuns(
    id,
    plan({ dryRun: false, runs: [run(from + 9000, from + 9900, 'x')] }),
  );
  expect(refused).toMatchObject({
    imported: false,
    message: '1 of 1 runs cannot be taken yet',
    unused: ['meter.csv', 'room.txt', 'sensors.csv'],
  });
  expect(await importRawRuns(id, plan({ dryRun: false, target: { title: '' } }))).toMatchObject({
    imported: false,
    message: 'the new round-up needs a title',
  });

  const done = await importRawRuns(id, plan({ dryRun: false }));
  if (!done.imported) throw new Error(done.message);
  const runs = await withDatabase((db) => listRuns(db, done.roundUpId));
  expect(runs.map((run) => run.setting).sort()).toEqual(['56 %', '78 %']);
  expect(runs.every((run) => run.hasTrace && run.reduction.ambientSource === 'probe')).toBe(true);
  // Its logs are of an evening before today, and are its own.
  expect(runs.some((run) => run.isOlder)).toBe(false);
  // The upload is used up: brought twice, it comes in once.
  expect(await importRawRuns(id, plan({ dryRun: false }))).toMatchObject({ imported: false });
});

test('what a reviewer says of columns is remembered for logs with the same headings; without a probe a typed room stands in', async () => {
  const rows = Array.from(
    { length: 700 },
    (_, i) => `${i},${(60 - 25 * Math.exp(-i / 60)).toFixed(2)},170.1,33.4`,
  );
  const log = new TextEncoder().encode(['sec,alpha,beta,gamma', ...rows].join('\n'));
  const first = await uploaded(new Map([['odd.csv', log]]));
  const [file] = await uploadedFiles(first);
  const asIs = await describeLog(first, file!.id);
  expect(asIs.read && asIs.log.columns.map((column) => column.quantity)).toEqual(['time', null, null, null]);
  const said = await describeLog(first, file!.id, [
    { quantity: 'time', unit: 's' },
    { quantity: 'cpu_temperature', unit: 'degC' },
    { quantity: 'power', unit: 'W' },
    { quantity: 'noise_level', unit: 'dB(A)' },
  ]);
  expect(said.read && said.log.columns.map((column) => column.quantity)).toEqual([
    'time',
    'cpu_temperature',
    'power',
    'noise_level',
  ]);

  const second = await uploaded(new Map([['odd again.csv', log]]));
  const [again] = await uploadedFiles(second);
  const remembered = await describeLog(second, again!.id);
  expect(remembered.read && remembered.log.columns[1]!.quantity).toBe('cpu_temperature');
  const run = {
    fromS: 0,
    toS: 699,
    entry: 'Odd',
    loadW: 170,
    setting: 'full',
    mount: 1,
    pass: 1,
    floorDb: 21,
  };
  const plan = (room: object | null) =>
    rawRunsPlan.cast({
      dryRun: false,
      logs: [{ fileId: again!.id, offsetS: 0 }],
      runs: [run],
      room,
      target: { title: 'Odd' },
    });
  const without = await importRawRuns(second, plan(null));
  expect(!without.imported && without.runs[0]!.problem).toContain('no room temperature');
  const done = await importRawRuns(second, plan({ ambientC: 21.5, doubtK: 1 }));
  if (!done.imported) throw new Error(done.message);
  const [kept] = await withDatabase((db) => listRuns(db, done.roundUpId));
  expect(kept).toMatchObject({
    noiseDb: 33.4,
    ambientDoubtK: 1,
    reduction: { ambientSource: 'typed', ambientMeanC: 21.5 },
  });
  expect(kept!.reduction.riseK).toBeCloseTo(38.5, 0);
});

test('two sensor logs and one meter: both count, what is not used is named, and a line-up with gaps takes the runs', async () => {
  const log = (from: number, riseK: number) =>
    new TextEncoder().encode(
      [
        't_s,cpu_c,ambient_c,power_w',
        ...Array.from({ length: 700 }, (_, i) => `${from + i},${(21 + riseK).toFixed(1)},21.0,170`),
      ].join('\n'),
    );
  const meter = new TextEncoder().encode(
    [
      't_s,level (dB(A))',
      ...Array.from({ length: 2400 }, (_, i) => `${i},${i === 650 ? 60 : i < 1000 ? 33.0 : 36.0}`),
    ].join('\n'),
  );
  const id = await uploaded(
    new Map([
      ['one.csv', log(0, 40)],
      ['two.csv', log(1000, 36)],
      ['again.csv', log(100, 90)],
      ['meter.csv', meter],
    ]),
  );
  const files = await uploadedFiles(id);
  const roundUp = await importSound(
    smallBundle((bundle) =>
      bundle.set(
        'entries.csv',
        bundle.get('entries.csv')!.replace('b,Poniente', 'b,Levante').replace('2 × 120 mm,2', '1 × 120 mm,1'),
      ),
    ),
  );
  const entries = await viewLineUp(roundUp);
  await changeEntry(roundUp, entries[0]!.entryId, { cited: false }, 'test');
  const run = (fromS: number, entry: string, setting: string) => ({
    fromS,
    toS: fromS + 699,
    entry,
    loadW: 170,
    setting,
    mount: 1,
    pass: 1,
    floorDb: 21,
  });
  const plan = (dryRun: boolean, first: string, twice = 'Nuevo') =>
    rawRunsPlan.cast({
      dryRun,
      logs: files.map((file) => ({ fileId: file.id, offsetS: 0 })),
      runs: [run(0, first, '70 %'), run(1000, twice, '90 %')],
      target: { roundUpId: roundUp },
    });
  const looked = await importRawRuns(id, plan(true, 'b'));
  if (looked.imported) throw new Error('looking has written');
  expect(looked.unused).toEqual(['again.csv']);
  // A burst of the meter is left out by the bench's rule, and told.
  expect(looked.runs[0]).toMatchObject({
    problem: '',
    noiseDb: 33,
    riseK: expect.closeTo(40, 1),
    note: expect.stringContaining('left out as bursts'),
  });
  expect(looked.runs[1]).toMatchObject({ problem: '', noiseDb: 36, riseK: expect.closeTo(36, 1) });
  expect(await importRawRuns(id, plan(false, 'b'))).toMatchObject({ imported: true, runs: 2 });
  const now = await viewRoundUp(roundUp);
  expect(now!.runs.filter((run) => run.setting === '70 %').map((run) => run.entry)).toEqual(['b']);
  expect(now!.entries.map((entry) => entry.product)).toEqual(['Levante', 'Nuevo']);
});

test('of two entries with one name neither is guessed', async () => {
  const roundUp = await importSound(
    smallBundle((bundle) =>
      bundle.set('entries.csv', bundle.get('entries.csv')!.replace('b,Poniente', 'b,Levante')),
    ),
  );
  const names = (await viewRoundUp(roundUp))!.entries.map((entry) => entry.product);
  expect(names).toEqual(['Levante', 'Levante (second fan)']);
});

test('a log without a die: graphics card, memory, two fans and the case are known, and the run stands on them', async () => {
  const lines = Array.from(
    { length: 900 },
    (_, i) => `${i};${i === 5 ? 'n/a' : '71,0'};44,5;39,0;22,0;900;1100`,
  );
  const bytes = new TextEncoder().encode(
    ['t_s;GPU (°C);DIMM (°C);Chassis (°C);Room (°C);Fan 1 (rpm);Fan 2 (rpm)', ...lines].join('\n'),
  );
  const id = await uploaded(new Map([['case.csv', bytes]]));
  const [file] = await uploadedFiles(id);
  const described = await describeLog(id, file!.id);
  expect(described.read && described.log.columns.map((column) => column.quantity)).toEqual([
    'time',
    'gpu_temperature',
    'memory_temperature',
    'case_temperature',
    'ambient_temperature',
    'fan_speed',
    'second_fan_speed',
  ]);
  const run = {
    fromS: 0,
    toS: 900,
    entry: 'Front fans',
    loadW: 0,
    setting: '60 %',
    mount: 1,
    pass: 1,
    floorDb: 20,
    noiseDb: 33,
  };
  const plan = (dryRun: boolean) =>
    rawRunsPlan.cast({
      dryRun,
      logs: [{ fileId: file!.id, offsetS: 0 }],
      runs: [run],
      target: { title: 'Case without a die', rigName: 'Case' },
    });
  const looked = await importRawRuns(id, plan(true));
  if (looked.imported) throw new Error('looking has written');
  expect(looked.runs[0]).toMatchObject({
    problem: '',
    settled: true,
    riseK: null,
    note: 'no die sensor: only its other sensors count',
  });
  expect(looked.runs[0]!.others).toEqual([
    'Graphics card, rise 49.0 K',
    'Air in the case, rise 17.0 K',
    'Memory, rise 22.5 K',
  ]);
  const done = await importRawRuns(id, plan(false));
  const roundUpId = (done as { roundUpId: number }).roundUpId;
  const view = (await viewRoundUp(roundUpId))!;
  const memory = await withDatabase((db) => listValues(db, roundUpId, 'memory-rise', ''));
  expect(memory).toMatchObject([{ runId: view.runs[0]!.id, value: expect.closeTo(22.5, 6), settled: true }]);
  const offered = (await offeredColumns(view)).map((column) => column.key);
  expect(offered).toEqual(expect.arrayContaining(['memory-rise', 'case-air-rise', 'speed', 'speed-2']));
  const second = await withDatabase((db) => listValues(db, roundUpId, 'speed-2', ''));
  expect(second.map((row) => row.value)).toEqual([1100]);
  const channels = await withDatabase((db) => readTrace(db, view.runs[0]!.id));
  expect(channels.map((channel) => channel.heading)).toEqual(
    expect.arrayContaining(['gpu_c', 'memory_c', 'case_air_c', 'fan_rpm', 'fan2_rpm']),
  );

  // The same log a second time is known again; a name of the lab means the lab's entry.
  const twice = await uploaded(new Map([['case.csv', bytes]]));
  const [same] = await uploadedFiles(twice);
  const again = (more: object) =>
    rawRunsPlan.cast({
      logs: [{ fileId: same!.id, offsetS: 0 }],
      runs: [{ ...run, ...more }],
      target: { title: 'Again' },
    });
  const known = await importRawRuns(twice, again({}));
  expect(known).toMatchObject({
    imported: false,
    runs: [{ problem: expect.stringMatching(/^in the lab already, as run \d+/) }],
  });
  const other = await importRawRuns(twice, again({ toS: 700 }));
  expect(other).toMatchObject({
    runs: [{ problem: '', note: expect.stringContaining('goes to the lab’s Front fans, 1 run on Case') }],
  });
});
