import { readFileSync } from 'node:fs';
import { columnMeaning } from './columnMeaning';
import { LogMeans } from './logMeans';
import { durationS, readLog } from './readLog';

async function read(content: string | Uint8Array, chunk = 1 << 20) {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  let means = new LogMeans();
  async function* open() {
    for (let i = 0; i < bytes.length; i += chunk) yield bytes.subarray(i, i + chunk);
  }
  const { encoding, reader } = await readLog(open, 'log.csv', () => (means = new LogMeans()));
  return { encoding, reader, means: means.means(), dialect: reader.dialect!, seconds: durationS(reader) };
}

interface Expected {
  delimiter: string;
  decimal: string;
  samples?: number;
  goodRows?: number;
  durationS?: number;
  badLines?: number[];
  mean?: Record<string, number>;
  columns: { header: string; quantity: string; unit: string }[];
}

const expected = JSON.parse(readFileSync('tests/samples/logs/expected.json', 'utf8')) as Record<
  string,
  Expected
>;

test.each(Object.keys(expected))('the sample log %s agrees with its known answer', async (name) => {
  const want = expected[name]!;
  const got = await read(readFileSync(`tests/samples/logs/${name}.csv`), 777);
  expect(got.dialect).toMatchObject({ delimiter: want.delimiter, decimal: want.decimal });
  expect(got.reader.samples).toBe(want.samples ?? want.goodRows);
  if (want.durationS) expect(got.seconds).toBe(want.durationS);
  for (const column of want.columns) expect(got.reader.columns).toContainEqual(column);
  for (const [quantity, mean] of Object.entries(want.mean ?? {}))
    expect(got.means[quantity]).toBeCloseTo(mean, 6);
  expect(got.reader.problems.map((problem) => problem.line)).toEqual(want.badLines ?? []);
});

const rows = (line: (i: number) => string, count = 20) =>
  Array.from({ length: count }, (_, i) => line(i)).join('\n');

test('comments, tabs, epoch milliseconds, °F, a unit row, the same heading twice, an empty cell at the end', async () => {
  const log = `# rig B\n# 2026\nstamp\tDie\tRoom\tDie\tNote\t\nms\t°F\t°F\t°F\t\t\n${rows((i) => `${1773100000000 + 500 * i}\t140\t68\t32\tok\t`)}\n`;
  const got = await read(log);
  expect(got.dialect.delimiter).toBe('\t');
  expect(got.reader.columns.map((column) => [column.quantity, column.unit])).toEqual([
    ['time', 's'],
    ['cpu_temperature', 'degF'],
    ['ambient_temperature', 'degF'],
    ['cpu_temperature', 'degF'],
    [null, null],
  ]);
  expect(got.means).toEqual({
    cpu_temperature: expect.closeTo(60, 9),
    ambient_temperature: expect.closeTo(20, 9),
  });
  expect(got.seconds).toBe(9.5);
  expect(got.reader.problems).toEqual([]);
});

test('ISO 8601 with offset, quoted cells, missing values, levels by energy', async () => {
  const log = `"Time","CPU, package (°C)","LAeq dB(A)"\n${rows((i) => `"2026-03-09T23:59:${50 + (i % 10)}${i < 10 ? '+01:00' : ''}","${i === 3 ? 'N/A' : 50}","${i % 2 ? 40 : 30}"`, 10)}\n`;
  const got = await read(log);
  expect(got.reader.samples).toBe(10);
  expect(got.means.cpu_temperature).toBe(50);
  expect(got.means.noise_level).toBeCloseTo(37.4, 1);
  expect(got.seconds).toBe(9);
});

test('a clock without a date passes midnight, and a step back is skipped', async () => {
  const clock = (s: number) => new Date((86_390 + s) * 1000).toISOString().slice(11, 19);
  const lines = Array.from({ length: 20 }, (_, i) => `${clock(i)};${i + 0.5}`.replace('.', ','));
  lines.splice(15, 0, '23:59:58;9,9');
  const got = await read(`Uhrzeit;Pumpe (rpm)\n${lines.join('\n')}\n`);
  expect(got.seconds).toBe(19);
  expect(got.reader.problems).toMatchObject([{ line: 17, message: expect.stringContaining('steps back') }]);
  expect(got.means.pump_speed).toBeCloseTo(10, 9);
});

test('UTF-16 with and without mark, windows-1252 far into the file, carriage returns alone', async () => {
  const text = `t_s,cpu_c,Gerät\n${rows((i) => `${i},50,ä`)}\n`;
  const utf16 = Buffer.from(`\uFEFF${text}`, 'utf16le');
  expect((await read(utf16)).encoding).toBe('utf-16le');
  expect((await read(Buffer.from(utf16.subarray(2)).swap16())).encoding).toBe('utf-16be');
  const late = Buffer.from(`t_s,cpu_c,note\n${rows((i) => `${i},50,ok`, 9000)}\n9000,50,gr\xfcn\n`, 'latin1');
  const got = await read(late, 4096);
  expect([got.encoding, got.reader.samples]).toEqual(['windows-1252', 9001]);
  expect((await read(text.replaceAll('\n', '\r'))).reader.samples).toBe(20);
});

test('what is no log is said to be none', async () => {
  await expect(read('')).rejects.toThrow('empty');
  await expect(read(Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0]))).rejects.toThrow(
    'PNG picture',
  );
  await expect(read('dear diary\nnothing today\n')).rejects.toThrow('not an instrument log');
  await expect(read('t_s,cpu_c\n')).rejects.toThrow(/no readings|not an instrument log/);
});

test('headings by unit and words; what is not ours stays unknown', () => {
  const meanings: Record<string, [string | null, string | null]> = {
    T_die: ['cpu_temperature', 'degC'],
    'CPU Package [°C]': ['cpu_temperature', 'degC'],
    'GPU Temperature': ['gpu_temperature', 'degC'],
    'VRM MOS (°C)': ['vrm_temperature', 'degC'],
    'Coolant °F': ['liquid_temperature', 'degF'],
    inlet_c: ['inlet_temperature', 'degC'],
    AmbientTemp: ['ambient_temperature', 'degC'],
    'CPU Package Power (W)': ['power', 'W'],
    power_w: ['power', 'W'],
    'GPU Power (W)': [null, null],
    'Fan 2 (1/min)': ['fan_speed', 'rpm'],
    'Pump speed': ['pump_speed', 'rpm'],
    'Fan duty (%)': [null, null],
    'Core clock MHz': ['clock', 'MHz'],
    'Memory clock (MHz)': [null, null],
    'Sound level [dB(A)]': ['noise_level', 'dB(A)'],
    noise_db: ['noise_level', 'dB(A)'],
    case_air_c: [null, null],
    'CPU Usage': [null, null],
    'Vcore (V)': [null, null],
    'Motherboard (°C)': [null, null],
    'No.': [null, null],
    'Time (s)': ['time', 's'],
    t_s: ['time', 's'],
  };
  for (const [heading, [quantity, unit]] of Object.entries(meanings)) {
    expect({ heading, ...columnMeaning(heading) }).toMatchObject({ heading, quantity, unit });
  }
});

test('an import knows more places than the command line names, and leaves the same ones unknown', () => {
  const further: Record<string, string | null> = {
    'Memory (°C)': 'memory_temperature',
    'DIMM 2 °C': 'memory_temperature',
    'SSD temp': 'drive_temperature',
    'NVMe (°C)': 'drive_temperature',
    case_air_c: 'case_temperature',
    'Air in case (°C)': 'case_temperature',
    'Case temp': null,
    'Motherboard (°C)': null,
    'PSU °C': null,
    'Memory delta (°C)': null,
    'CPU (°C)': 'cpu_temperature',
    'Room air (°C)': 'ambient_temperature',
  };
  for (const [heading, quantity] of Object.entries(further)) {
    expect({ heading, quantity: columnMeaning(heading, null, true).quantity }).toEqual({ heading, quantity });
    const { quantity: plain } = columnMeaning(heading);
    expect(['cpu_temperature', 'ambient_temperature', null]).toContain(plain);
  }
});
