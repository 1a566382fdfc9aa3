import fc from 'fast-check';
import { entryCurves } from '@/core/curves/entryCurve';
import { valueAtLine } from '@/core/curves/valueAtLine';
import { calibratorReadings, meterOff, type MeteredRun } from '@/core/drift/meterOff';
import { meterCorrection } from '@/core/drift/meterCorrection';
import { levelOfRun } from '@/core/levels/meterMean';
import { checkTrouble, type DailyCheck } from '@/core/rig/instrument';
import { rigBookSheet } from '@/contracts/sheets/rigSheets';
import { seededChance } from '@/core/statistics/chance';

const DAY = 86_400_000;
const at = (day: string, hour = 18) => Date.parse(`${day}T${hour}:00:00Z`);
const check = (on: string, reading: number, hour = ''): DailyCheck => ({
  ...{ on, at: hour, kind: 'calibrator', reading, note: '' },
});
/** As a book holds them: the newest first. */
const CHECKS = calibratorReadings([
  check('2026-10-20', 94.0, '17:20'),
  check('2026-10-20', 95.3, '17:00'),
  { on: '2026-10-15', kind: 'cold start', reading: 0.2, note: '' },
  check('2026-10-14', 95.4, '16:00'),
  check('2026-10-12', 94.1, '16:00'),
]);

test('a reading between two checks that are off alike is corrected by their mean, with their difference in its doubt', () => {
  const found = meterCorrection(CHECKS, at('2026-10-16'));
  expect(found).toMatchObject({ known: true, value: { db: expect.closeTo(-1.35, 9) } });
  // GUM 4.3.7: evenly between 1.3 and 1.4, and a calibrator of class 2 within 0.2 dB.
  if (found.known)
    expect(found.value.doubtDb).toBeCloseTo(1.96 * Math.hypot(0.05, 0.2) * Math.sqrt(1 / 3), 3);
});

test('where nobody knows it is refused with the days: it went between, it moved, or there is no check on one side', () => {
  const reason = (day: string, hour?: number) => {
    const found = meterCorrection(CHECKS, at(day, hour));
    return found.known ? 'known' : found.reason;
  };
  expect(reason('2026-10-13')).toBe(
    'the meter changed between 12 Oct 2026, 16:00 and 14 Oct 2026, 16:00, time unknown',
  );
  expect(reason('2026-10-11')).toContain('no reading of the calibrator before it');
  expect(reason('2026-10-21')).toContain('no reading of the calibrator after it');
  expect(meterCorrection([], 0)).toMatchObject({ reason: 'the calibrator was never read' });
  const moved = calibratorReadings([check('2026-10-03', 96.2), check('2026-10-01', 95)]);
  expect(meterCorrection(moved, at('2026-10-02'))).toMatchObject({
    reason: 'the meter changed by 1.2 dB between 1 Oct 2026 and 3 Oct 2026, time unknown',
  });
  expect(() => meterCorrection(CHECKS, Number.NaN)).toThrow('meterCorrection');
});

test('of one day the later check counts for the evening, the earlier for the days before', () => {
  const next = [...CHECKS, ...calibratorReadings([check('2026-10-27', 94, '12:00')])];
  expect(meterCorrection(next, at('2026-10-20'))).toMatchObject({
    reason: 'the meter was right before it and after it',
  });
  expect(meterCorrection(next, at('2026-10-19')).known).toBe(true);
});

test('a check without its hour is before a run of its day, or after it: nothing of that day is corrected by it', () => {
  // The meter drifted within the evening of the 2nd, and was read after it: no correction may reach back.
  const drifted = calibratorReadings([
    check('2026-10-03', 95.4),
    check('2026-10-02', 95.3),
    check('2026-10-01', 94.0),
  ]);
  expect(meterCorrection(drifted, at('2026-10-02', 20))).toMatchObject({
    reason: expect.stringContaining('2 Oct 2026 at an unknown hour'),
  });
  // With both hours noted it is known.
  const noted = calibratorReadings([check('2026-10-03', 95.4, '09:00'), check('2026-10-02', 95.3, '17:00')]);
  expect(meterCorrection(noted, at('2026-10-02', 20)).known).toBe(true);
  expect(rigBookSheet.isValidSync({ instruments: [], checks: [check('2026-10-02', 94, '25:00')] })).toBe(
    false,
  );
});

test('the interval of a correction holds what the meter really was off by, in 90 to 99 of 100', () => {
  const chance = seededChance(5);
  const rounded = (value: number) => Math.round(value * 10) / 10;
  let holds = 0;
  for (let i = 0; i < 1000; i += 1) {
    // It creeps from one value to another; the calibrator is put on anew each time.
    const [from, to] = [1.3 + 0.2 * chance.normal(), 1.3 + 0.2 * chance.normal()];
    const put = () => (0.2 / 1.96) * chance.normal();
    const made = calibratorReadings([
      check('2026-10-08', rounded(94 + to + put()), '00:00'),
      check('2026-10-01', rounded(94 + from + put()), '00:00'),
    ]);
    const when = chance.uniform();
    const found = meterCorrection(made, Date.parse('2026-10-01') + when * 7 * DAY);
    if (!found.known) continue;
    holds += Number(Math.abs(-found.value.db - (from + when * (to - from))) <= found.value.doubtDb);
  }
  expect(holds).toBeGreaterThan(900);
  expect(holds).toBeLessThanOrEqual(990);
});

test('a curve of a meter that was off is, corrected, the curve of one that was not, with the correction in its doubt', () => {
  fc.assert(
    fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (offDb) => {
      const sweep = (readOffDb: number, correction: boolean) => {
        const points = [26, 30, 34, 38].map((levelDb, i) => ({
          ...{ run: String(i), entry: 'a', mount: 1, pass: 1, setting: `${i}`, settled: true },
          ...{ value: 50 - 2 * i, resistanceKPerW: null, shortfall: 0, roomDoubtK: 0 },
          level: levelOfRun(
            {
              ...{ noiseDb: levelDb + readOffDb, floorDb: 20 + readOffDb },
              levelCorrection: correction ? { db: -readOffDb, doubtDb: 0.4, why: 'x' } : null,
            },
            [],
          ),
        }));
        return valueAtLine(entryCurves([{ entry: 'a' }], points)[0]!, 32);
      };
      const [right, corrected] = [sweep(0, false), sweep(offDb, true)];
      if (!right.placed || !corrected.placed) throw new Error('both are placed');
      expect(corrected.value).toBeCloseTo(right.value, 6);
      const term = corrected.doubt.find(({ from }) => from === 'correction')!;
      expect(Math.sqrt(term.variance)).toBeCloseTo(Math.abs(right.slope) * (0.4 / 1.96), 3);
      expect(corrected.uncertainty).toBeGreaterThan(right.uncertainty);
    }),
    { numRuns: 40 },
  );
});

test('runs are told by what can be done of them; those set aside are not asked about, the held can be freed', () => {
  const run = (id: number, day: string, more: Partial<MeteredRun> = {}): MeteredRun => ({
    ...{ id, version: 1, atMs: at(day), state: 'counting', correction: null },
    ...more,
  });
  const correction = { db: -1.3, doubtDb: 0.2, why: 'by hand' };
  const told = meterOff(CHECKS, [
    run(1, '2026-10-10'),
    run(2, '2026-10-13'),
    run(3, '2026-10-13', { state: 'held' }),
    run(4, '2026-10-13', { state: 'aside' }),
    run(5, '2026-10-16'),
    run(6, '2026-10-17', { state: 'aside' }),
    run(7, '2026-10-16', { correction }),
    run(8, '', { atMs: Number.NaN }),
  ]);
  const ids = (runs: readonly { id: number }[]) => runs.map(({ id }) => id);
  expect(told.open.map(({ runs }) => ids(runs))).toEqual([[5, 6]]);
  expect(told.corrected.map(({ runs }) => ids(runs))).toEqual([[7]]);
  expect(told.unknown.map(({ counting, held }) => [ids(counting), ids(held)])).toEqual([[[2], [3]]]);
  expect(told.counting).toBe(2);
});

test('a check that cannot be is refused in words: another unit, another calibrator', async () => {
  const kinds = (kind: DailyCheck['kind'], reading: number) => checkTrouble({ kind, reading });
  expect(kinds('calibrator', 114)).toContain('84 to 104 dB, not 114: was it another unit');
  expect(kinds('calibrator', 1.0)).toContain('another unit');
  expect(kinds('second probe', 21.4)).toContain('two probes at one temperature');
  expect([kinds('calibrator', 95.4), kinds('cold start', -0.6), kinds('second probe', 0.1)]).toEqual([
    '',
    '',
    '',
  ]);
  const book = { instruments: [], checks: [check('2026-10-20', 20)] };
  await expect(rigBookSheet.validate(book)).rejects.toThrow('was it another unit');
});
