import { beginMount } from '@/core/bench/benchState';
import { insertSession } from '@/database/bench';
import { readStatus } from '@/database/benchStatus';
import { withDatabase } from '@/database/pool';
import { listPushed } from '@/database/pushedReadings';
import { isPushToken, PushRefused, takePushed } from '@/lab/bench/takePushed';
import { asBytes } from '@/simulator/demoFiles';
import { fanRoundUp } from '@/simulator/fanRoundUp';
import { importSound, inFreshLab } from '../support/lab';

inFreshLab();

async function* streamed(text: string, chunk = 7000): AsyncGenerator<Uint8Array> {
  const bytes = new TextEncoder().encode(text);
  for (let i = 0; i < bytes.length; i += chunk) yield bytes.slice(i, i + chunk);
}

test('readings of a program go to the mount on the rig; wrong lines are told by number, a line without end is refused', async () => {
  const { pushToken } = await withDatabase(readStatus);
  expect(await isPushToken(pushToken)).toBe(true);
  expect(await isPushToken(`${pushToken}x`)).toBe(false);
  expect(await takePushed(streamed('{"vrm_c": 50}\n'))).toEqual({ kept: 0, problems: [] });

  const roundUpId = await importSound(asBytes(fanRoundUp(7)));
  const state = beginMount({ entry: 'a', name: 'a', mount: 1, isControl: false, points: [], nowS: 0 });
  const rule = { windowS: 300, limitC: 90, warmUpS: 1, readingS: 30, longestSoakS: 100 };
  const id = await withDatabase((db) => insertSession(db, { roundUpId, mounting: 'a 1', state, rule }));
  const lines = [
    '{"t_s": 100, "clock_mhz": 4200, "vrm_c": 51.5}',
    '{"t_s": 104, "clock_mhz": 4100}',
    '{"t_s": 90, "clock_mhz": 4000}',
    '{"t_s": 1e9, "clock_mhz": 4000}',
    '{"t_s": 106, "clock_mhz": "fast"}',
    '{"t_s": 106, "colour": 7}',
    '',
    'not json',
    '{"t_s": 110, "clock_mhz": 4150}',
  ];
  const { kept, problems } = await takePushed(streamed(lines.join('\n'), 11));
  expect(kept).toBe(3);
  expect(problems.map((of) => of.line)).toEqual([3, 4, 5, 6, 8]);
  expect(problems[0]!.message).toContain('steps back from 104 to 90');
  expect(problems[1]!.message).toContain('jumps ahead from 104 to 1000000000');
  expect(problems[2]!.message).toBe('clock_mhz: a number was expected');
  const pushed = await withDatabase((db) => listPushed(db, id, -1e6, 1e6));
  expect(pushed.map((of) => of.readings.clock_mhz)).toEqual([4200, 4100, 4150]);
  expect(pushed[2]!.atS - pushed[0]!.atS).toBeCloseTo(10, 2);

  const refused = takePushed(streamed(`{"vrm_c": 1}\n{"vrm_c": ${'1'.repeat(1 << 20)}}`));
  await expect(refused).rejects.toThrow(PushRefused);
  await expect(takePushed(streamed('x'.repeat(1 << 20)))).rejects.toThrow('line 1 is longer than 64 kB');
});
