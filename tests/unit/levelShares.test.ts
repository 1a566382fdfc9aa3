import fc from 'fast-check';
import { fanBehaviour } from '@/core/air/fanBehaviour';
import { settingKind } from '@/core/bench/settingDuty';
import { entryCurves } from '@/core/curves/entryCurve';
import type { MeasuredPoint } from '@/core/curves/settings/measuredPoint';
import { addLevels } from '@/core/levels/addLevels';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { levelShares, partLeftOut, shareWords } from '@/core/levels/levelShare';

test('the share of a part and the rest make the whole again, wherever it can be told', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 15, max: 50, noNaN: true }),
      fc.double({ min: -2.9, max: 15, noNaN: true }),
      (restDb, over) => {
        const partDb = restDb + over;
        const [found] = levelShares([
          { setting: '60 %', levelDb: addLevels([partDb, restDb]) },
          { setting: '60 % without pump', levelDb: restDb },
        ]);
        // A part 0.02 dB under the rest lifts it by 3 dB: from there on it is told as it is.
        if (found!.share.standing === 'at-floor')
          expect(found!.share.levelDb).toBeGreaterThanOrEqual(partDb - 1e-9);
        else expect(found!.share.levelDb).toBeCloseTo(partDb, 6);
      },
    ),
  );
});

test('passes are averaged by energy, a part is told at each setting that has it, and a part without its whole is none', () => {
  const shares = levelShares([
    { setting: '60 %', levelDb: 30 },
    { setting: '60 %', levelDb: 34 },
    { setting: '60 % without the pump', levelDb: 25 },
    { setting: '60 % without fan 2', levelDb: 32 },
    { setting: '40 % without pump', levelDb: 20 },
  ]);
  expect(shares.map(shareWords)).toEqual([
    'at 60 % the pump makes 31.6 of 32.4 dB(A)',
    'at 60 % the fan 2 makes at most 29.4 of 32.4 dB(A)',
  ]);
  expect(partLeftOut('60 %')).toBeNull();
});

const point = (setting: string, levelDb: number, value: number): MeasuredPoint => ({
  ...{ run: `${setting}${levelDb}`, entry: 'a', mount: 1, pass: 1, setting, settled: true, value },
  ...{ level: coolerLevel(levelDb, 5), resistanceKPerW: null, shortfall: 0, roomDoubtK: 0 },
});

test('a setting with a part stopped is no point of the curve; one that merely says “without” is', () => {
  const entries = [{ entry: 'a' }];
  const settings = (labels: string[]) =>
    entryCurves(
      entries,
      labels.map((label, i) => point(label, 40 - 4 * i, 30 + 3 * i)),
    )[0]!.points.map(({ setting }) => setting);
  expect(settings(['100 %', '60 %', '60 % without pump'])).toEqual(['60 %', '100 %']);
  expect(settings(['100 % without shroud', '60 % without shroud'])).toHaveLength(2);
});

test.each([
  ['56 %', { kind: 'duty', dutyPct: 56, apart: [] }],
  ['56,5 %, pump 40,5 %', { kind: 'duty', dutyPct: 56.5, apart: [{ channel: 'pump', dutyPct: 40.5 }] }],
  [
    '60 %, fan 2 30 %, pump 80 %',
    {
      kind: 'duty',
      dutyPct: 60,
      apart: [
        { channel: 2, dutyPct: 30 },
        { channel: 'pump', dutyPct: 80 },
      ],
    },
  ],
  ['60 % without fan 3', { kind: 'duty', dutyPct: 60, apart: [{ channel: 3, dutyPct: 0 }] }],
  ['stopped, pump 30 %', { kind: 'duty', dutyPct: 0, apart: [{ channel: 'pump', dutyPct: 30 }] }],
  ['33 dB(A), pump 40 %', { kind: 'unreadable' }],
  ['60 %, pump 40 %, pump 20 %', { kind: 'unreadable' }],
  ['60 %, pump 140 %', { kind: 'unreadable' }],
  ['60 %, fan 9 40 %', { kind: 'unreadable' }],
])('the setting %s', (label, kind) => {
  expect(settingKind(label)).toEqual(kind);
});

test.each([
  [{ dutyPct: 20, rpm: 0 }, [], ['does not turn at 20 %']],
  [{ dutyPct: 0, rpm: 0 }, [], []],
  [{ dutyPct: null, rpm: 0 }, [], []],
  [{ dutyPct: 20, rpm: null }, [1400], []],
  [{ dutyPct: 20, rpm: 1200 }, [1164], []],
  [{ dutyPct: 20, rpm: 1200 }, [1420, 1420], ['runs away at closed chamber, 20 %: 1420 rpm for 1200 rpm']],
  [{ dutyPct: 20, rpm: 1200 }, [5], ['stalls at closed chamber, 20 %']],
])('what a fan does: %j with %j', (run, speeds, words) => {
  const readings = speeds.map((rpm) => ({
    quantity: 'pressure' as const,
    place: 'closed chamber',
    value: 9,
    rpm,
  }));
  expect(fanBehaviour({ setting: '20 %', ...run, readings })).toEqual(words);
});
