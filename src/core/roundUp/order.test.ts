import { responseOf } from '../responses/responses';
import { instrumentDoubt } from '../rig/instrumentDoubt';
import { steady } from '../responses/runValue';
import type { RankedRun, RoundUp } from './roundUp';
import { orderOf } from './order';

const load = { loadW: 170, loadName: '', gpuLoadW: 0 };
const run = (entry: string, setting: string, more: Partial<RankedRun> = {}): RankedRun => ({
  ...{ run: `${entry} ${setting}`, entry, mount: 1, pass: 1, setting, ...load, roomDoubtK: 0 },
  level: { levelDb: 33, standing: 'clear', noiseDb: 33, errorGain: 1, overFloorDb: 15 },
  ...{ rpm: null, dutyPct: null, die: null, sone: null, score: null },
  ...more,
});
const RUNS = [
  run('read', '60 %', { rpm: 900 }),
  run('by label', '60 %, pump 40 %', { rpm: 900 }),
  run('bare', 'quiet', { rpm: null }),
];
const roundUp: RoundUp = {
  entries: [...RUNS, { entry: 'absent' }].map(({ entry }) => ({ entry, isControl: false })),
  runsAt: () => RUNS,
  keptValue: (id, response) =>
    response === 'airspeed' && id !== 'by label 60 %, pump 40 %' ? steady(2) : null,
  ...{ remounts: [], instruments: instrumentDoubt(null), referenceAmbientC: 23, limitC: 90 },
};
const reasons = (response: string, against: 'rpm' | 'duty', at: number) =>
  Object.fromEntries(
    orderOf(
      roundUp,
      { load, response: responseOf(response)!, place: null, against },
      at,
    ).ranking.notPlaced.map(({ entry, reason }) => [entry, reason]),
  );

test('an entry with runs that lack what is asked says what they lack; a duty may stand in the label', () => {
  expect(reasons('level', 'duty', 60)).toEqual({
    bare: 'its runs at this load have no duty',
    absent: 'no runs at this load',
  });
  expect(reasons('airspeed', 'rpm', 900)).toEqual({
    'by label': 'its runs at this load have no airspeed',
    bare: 'its runs at this load have no fan speed',
    absent: 'no runs at this load',
  });
  expect(reasons('rise', 'rpm', 900).read).toBe('its runs at this load have no die temperature');
});
