import { readFileSync } from 'node:fs';
import { readLog } from '@/formats/log/readLog';
import { ThinnedSeries } from '@/formats/log/thinnedSeries';
import { UnusableInput } from '@/formats/problem';
import { seededChance } from '@/core/statistics/chance';
import { HOSTILE, mutatedText, pick } from '../support/hostile/values';

const LOGS = 300 * Number(process.env.HOSTILE ?? 1);
const SOUND = ['a', 'b', 'e'].map((name) => readFileSync(`tests/samples/logs/${name}.csv`));

/** Reads as the application does; what it was understood as, or in which words it was refused. */
async function told(bytes: Uint8Array): Promise<string> {
  let series = new ThinnedSeries();
  const open = async function* () {
    for (let i = 0; i < bytes.length; i += 4096) yield bytes.subarray(i, i + 4096);
  };
  try {
    const { reader } = await readLog(open, 'log.csv', () => (series = new ThinnedSeries()));
    expect(series.series().timeS.length).toBeGreaterThan(0);
    expect(reader.columns.length).toBeGreaterThan(0);
    return `${reader.samples} rows`;
  } catch (error) {
    if (error instanceof UnusableInput) return error.problem.message;
    throw error;
  }
}

test('logs that nobody means are read as far as they can be, or refused in words; none breaks the reading', async () => {
  const chance = seededChance(20261126);
  let read = 0;
  for (let i = 0; i < LOGS; i += 1) {
    const sound = pick(chance, SOUND)
      .toString('latin1')
      .split('\n')
      .slice(0, pick(chance, [3, 5, 9, 60]))
      .join('\n');
    const delimiter = sound.includes(';') ? ';' : sound.includes('\t') ? '\t' : ',';
    let bytes = Buffer.from(
      mutatedText(chance, sound, delimiter),
      pick(chance, ['utf8', 'latin1', 'utf16le'] as const),
    );
    if (chance.uniform() < 0.2) bytes = bytes.subarray(0, Math.floor(bytes.length * chance.uniform()));
    if (chance.uniform() < 0.1)
      bytes[Math.floor(chance.uniform() * bytes.length)] = pick(chance, [0, 34, 13, 255]);
    try {
      if (/rows$/.test(await told(bytes))) read += 1;
    } catch (error) {
      throw new Error(`log ${i}: ${JSON.stringify(bytes.toString('latin1').slice(0, 600))}`, {
        cause: error,
      });
    }
  }
  expect(read).toBeGreaterThan(LOGS * 0.3);
  expect(read).toBeLessThan(LOGS * 0.9);
});

test('files of nothing, of blanks, of one open quote, without a column or a heading are refused in words', async () => {
  const words = HOSTILE.filter((other) => typeof other === 'string');
  for (const text of [
    '',
    '\n\n\n',
    ' \n \n',
    '"a\n',
    '"',
    ';;;;\n;;;;\n',
    't,\n',
    '1,2\n3,4\n',
    '#\n#\n',
    '\ufeff',
    ...words,
  ])
    expect(await told(Buffer.from(text))).toMatch(/empty|not an instrument log|not a text log/);
});
