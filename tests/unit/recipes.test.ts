import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

let copy: string;

/** A copy of the sources, on which the recipes of docs/extending.md are followed. */
beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'abanico-recipe-'));
  for (const part of ['src', 'tsconfig.json', 'package.json'])
    cpSync(part, join(copy, part), { recursive: true });
  symlinkSync(resolve('node_modules'), join(copy, 'node_modules'));
});

afterAll(() => rmSync(copy, { recursive: true, force: true }));

function insert(file: string, before: string, text: string): void {
  const path = join(copy, file);
  const source = readFileSync(path, 'utf8');
  if (source.split(before).length !== 2) throw new Error(`${file} has no one “${before}”`);
  writeFileSync(path, source.replace(before, `${text}${before}`));
}

/** What a script of the copy prints. */
function printed(script: string): unknown {
  writeFileSync(join(copy, 'tried.ts'), script);
  const { stdout, stderr, status } = spawnSync('node', ['--no-warnings', '--import', 'tsx', 'tried.ts'], {
    cwd: copy,
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
}

test('a sensor that is added to the table of channels arrives at every door', () => {
  insert(
    'src/core/channels/channels.ts',
    "  {\n    heading: 'inlet_c',",
    `  {
    heading: 'hub_c',
    quantity: 'hub_temperature',
    unit: 'degC',
    bound: 'temperatureC',
    words: 'hub',
    kin: 'temperature',
    standsAlone: true,
    alsoCalled: 'hub',
  },\n`,
  );
  const found = printed(`
    import { CHANNELS, DRAWN_BESIDE, STANDING_ALONE } from '@/core/channels/channels';
    import { responseOf } from '@/core/responses/responses';
    import { TYPED_MEANS } from '@/core/responses/typedMeans';
    import { valueOfRun } from '@/core/responses/valueOfRun';
    import { columnMeaning } from '@/formats/log/columnMeaning';
    import { ProblemList } from '@/formats/problem';
    import { numberChannels, readTraceTable } from '@/formats/bundle/tables/traceTable';
    import { runChanges } from '@/lab/runs/runEditSchema';
    const log = (hub: string) => new TextEncoder().encode('t_s,hub_c,ambient_c\\n0,' + hub + ',21\\n1,' + hub + ',21\\n');
    const problems = new ProblemList();
    const table = readTraceTable('traces/1.csv', log('61'), problems)!;
    const cold = new ProblemList();
    readTraceTable('traces/1.csv', log('610'), cold);
    const run = { loadW: 170, limitC: 90, windowS: 300, typed: new Map([['hub_c', 61], ['ambient_c', 21]]), channels: null,
      die: null, levelDb: 33, sone: null, rpm: null, readings: [], score: null };
    const value = valueOfRun(run, responseOf('hub-rise')!, null);
    console.log(JSON.stringify({
      read: columnMeaning('Hub [°C]').quantity,
      trace: [...numberChannels(table).keys()],
      bound: cold.list()[0]?.message,
      alone: STANDING_ALONE.includes('hub_c'),
      drawn: DRAWN_BESIDE.map(({ words }) => words).includes('hub'),
      typed: TYPED_MEANS.find(({ heading }) => heading === 'hub_c'),
      edited: runChanges.isValidSync({ more: { hub_c: 61 } }) && !runChanges.isValidSync({ more: { hub_c: 610 } }),
      ranked: responseOf('hub-rise')?.name,
      riseK: value.known && value.value.value,
    }));
  `);
  expect(found).toEqual({
    read: 'hub_temperature',
    trace: ['t_s', 'hub_c', 'ambient_c'],
    bound: expect.stringContaining('a temperature lies between'),
    alone: true,
    drawn: true,
    typed: { heading: 'hub_c', label: 'Hub, °C', bound: 'temperatureC' },
    edited: true,
    ranked: 'Hub, rise',
    riseK: 40,
  });
}, 60_000);

/** What the compiler says of a file of the copy. */
function compiled(path: string): string {
  const flags = ['--noEmit', '--ignoreConfig', '--skipLibCheck', '--strict', '--target', 'es2023'];
  const modules = ['--module', 'esnext', '--moduleResolution', 'bundler'];
  const compiler = resolve('node_modules/.bin/tsc');
  return spawnSync(compiler, [...flags, ...modules, path], { cwd: copy, encoding: 'utf8' }).stdout;
}

test('a column of a run that is described arrives in runs.csv and in what is written; one that is not is missed by the compiler', () => {
  insert(
    'src/core/runs/run.ts',
    '  note: string;\n',
    '  /** Of the shelf it stood on. */\n  shelf: string;\n',
  );
  expect(compiled('src/core/runs/runColumns.ts')).toMatch(
    /runColumns\.ts.*shelf|Property 'shelf' is missing/s,
  );
  insert(
    'src/core/runs/runColumns.ts',
    "  note: { sql: 'note'",
    "  shelf: { sql: 'shelf', csv: text('shelf'), edit: { label: 'shelf' } },\n",
  );
  const found = printed(`
    import { runsCsv } from '@/formats/bundle/writeBundle';
    import { selected } from '@/database/runs/runColumns';
    const run = { run: '1', entry: 'a', mount: 1, pass: 1, loadW: 170, loadName: '', gpuLoadW: 0, setting: '50 %', control: 'fixed',
      noiseDb: 33, floorDb: 21, trace: '', typedCpuC: 61, typedAmbientC: 21, typedPowerW: 170, dutyPct: null, rpm: null, startedAt: '',
      note: '', shelf: 'upper', setAside: '', asideAs: '', movedWindow: null, windowReason: '', ambientDoubtK: null, levelCorrection: null, extra: {} };
    const [head, row] = runsCsv([run as never]).split('\\n').map((line) => line.split(','));
    console.log(JSON.stringify({ cell: row![head!.indexOf('shelf')], select: selected(['shelf' as never]) }));
  `);
  expect(found).toEqual({ cell: 'upper', select: 'u.shelf AS "shelf"' });
}, 120_000);

test('a response of a kind of its own arrives in ranking, curves and words; one whose kind is not written is missed by the compiler', () => {
  const RESPONSES = 'src/core/responses/responses.ts';
  insert(RESPONSES, "  | { from: 'clock' }\n", "  | { from: 'power' }\n");
  insert(
    RESPONSES,
    "  {\n    ...PLAIN,\n    id: 'score',",
    `  {
    ...PLAIN,
    id: 'drawn',
    name: 'Power drawn',
    unit: 'W',
    better: 'lower',
    decimals: 1,
    assumed: { share: 0.01 },
    source: { from: 'power' },
  },\n`,
  );
  expect(compiled('src/core/responses/kinds.ts')).toMatch(/kinds\.ts.*power|Property 'power' is missing/s);
  writeFileSync(
    join(copy, 'src/core/responses/kinds/power.ts'),
    `import { known } from '../../outcome';
    import type { Kind } from '../kind';
    import { NO_READING } from '../measuredRun';
    import { steady } from '../runValue';
    export const POWER: Kind<'power'> = {
      valueOf: ({ die }) => (die ? known(steady(die.powerMeanW)) : NO_READING),
      figure: () => 'the mean power that was drawn',
    };`,
  );
  insert('src/core/responses/kinds.ts', 'import { READING }', "import { POWER } from './kinds/power';\n");
  insert('src/core/responses/kinds.ts', '  reading: READING,', '  power: POWER,\n');
  const found = printed(`
    import { readFileSync, readdirSync } from 'node:fs';
    import { responseOf } from '@/core/responses/responses';
    import { figureSentence } from '@/core/responses/figureSentence';
    import { readBundle } from '@/formats/bundle/readBundle';
    import { rankBundle } from '@/lab/model/rankBundle';
    import { valuesOf } from '@/lab/model/runValues';
    import { roundUpOfBundle } from '@/lab/model/roundUpOfBundle';
    const folder = ${JSON.stringify(resolve('tests/samples/plain'))};
    const files = new Map(readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((path) => /\\.(csv|json)$/.test(path)).map((path) => [path, new Uint8Array(readFileSync(folder + '/' + path))]));
    const bundle = readBundle(files);
    const [run] = roundUpOfBundle(bundle).runsAt({ loadW: bundle.dataPackage.method.loadsW[0]!, loadName: '', gpuLoadW: 0 });
    console.log(JSON.stringify({
      sentence: figureSentence(responseOf('drawn')!, { windowS: 300, program: false, place: '' }),
      ranked: rankBundle(bundle, { response: 'drawn' }).ranking.placed.length > 0,
      kept: valuesOf(run!.measured).some(({ response, value }) => response === 'drawn' && value === run!.die!.powerMeanW),
    }));
  `);
  expect(found).toEqual({
    sentence: expect.stringMatching(/^Each figure is the mean power that was drawn; /),
    ranked: true,
    kept: true,
  });
}, 120_000);
