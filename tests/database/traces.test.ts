import fc from 'fast-check';
import { withDatabase } from '@/database/pool';
import { insertTraces, readTrace, traceDigest, type StoredChannel } from '@/database/runs/traces';
import { viewRoundUp } from '@/lab/model/roundUpView';
import { smallBundle } from '../support/bundles';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

const numbers = fc
  .array(fc.oneof(fc.double({ noDefaultInfinity: true }), fc.constantFrom(NaN, 0, -0, 5e-324, 1.7e308)), {
    maxLength: 40,
  })
  .map((values) => Float64Array.from(values));
const texts = fc.array(
  fc.string({ unit: 'grapheme' }).filter((text) => !text.includes('\0') && text.isWellFormed()),
  { maxLength: 8 },
);
const channels = fc.array(
  fc.oneof(numbers, texts).map((values) => ({ heading: 'x', values })),
  { minLength: 1, maxLength: 4 },
);

test('a log is kept to the last bit, missing readings and texts with it, and is known again by its digest', async () => {
  const id = await importSound(smallBundle());
  const run = (await viewRoundUp(id))!.runs[0]!.id;
  const kept = async (written: readonly StoredChannel[]) =>
    withDatabase(async (db) => {
      await db.query('DELETE FROM trace_channels WHERE run_id = $1', [run]);
      await insertTraces(db, [{ runId: run, channels: written }]);
      return readTrace(db, run);
    });
  await fc.assert(
    fc.asyncProperty(channels, async (written) => {
      const back = await kept(written);
      expect(back).toEqual(written);
      // Read from the lab it has the digest that it came with.
      expect(traceDigest(back)).toBe(traceDigest(written));
    }),
    { numRuns: 60 },
  );
});

test('another reading, another heading or another order is another log', () => {
  const channel = (heading: string, ...values: number[]) => ({ heading, values: Float64Array.from(values) });
  const log = [channel('t_s', 0, 1), channel('cpu_c', 40, 41)];
  const others = [
    [channel('t_s', 0, 1), channel('cpu_c', 40, 41.1)],
    [channel('t_s', 0, 1), channel('gpu_c', 40, 41)],
    [channel('cpu_c', 40, 41), channel('t_s', 0, 1)],
    [channel('t_s', 0, 1)],
    [channel('t_s', 0, 1), channel('cpu_c', 40, NaN)],
  ];
  const digests = new Set([log, ...others].map(traceDigest));
  expect(digests.size).toBe(6);
  expect(traceDigest([channel('t_s', 0, 1), channel('cpu_c', 40, 41)])).toBe(traceDigest(log));
});
