import { instrumentCourses } from '@/lab/drift/instrumentCourses';
import type { DailyCheck } from '@/core/rig/instrument';
import { goldenSection } from '@/core/statistics/goldenSection';
import type { RigRun } from '@/database/runs/controlRuns';

const check = (on: string, kind: DailyCheck['kind'], reading: number): DailyCheck => ({
  ...{ on, kind, reading, note: '' },
});
const run = (startedAt: string, floorDb: number, powerShare: number | null): RigRun => ({
  ...{ id: 1, entryId: 1, product: 'Levante', isControl: false, revisionId: 1, setting: '100 %', startedAt },
  ...{ floorDb, powerShare, setAside: '', asideAs: '', version: 1 },
  ...{ levelCorrectionDb: null, levelCorrectionDoubtDb: null, levelCorrectionWhy: '' },
});
const book = (checks: DailyCheck[]) => ({ instruments: [], checks });

test('each kind of check has a course of its own with its limit, in order of time, also within a day', () => {
  const courses = instrumentCourses(
    [],
    // As a book holds them: the newest first.
    book([
      check('2026-10-20', 'calibrator', 94.0),
      check('2026-10-20', 'calibrator', 95.3),
      check('2026-10-19', 'second probe', 0.7),
      check('2026-10-12', 'calibrator', 94.1),
      check('2026-10-12', 'second probe', 0.1),
      check('not a day', 'cold start', 0.2),
    ]),
  );
  expect(courses.map(({ name, unit, limit }) => [name, unit, limit])).toEqual([
    ['Meter on the calibrator, off by', 'dB', 0.5],
    ['Room probe less a second one beside it', 'K', 0.5],
  ]);
  const values = courses.map(({ points }) => points.map(({ value }) => Number(value.toFixed(2))));
  expect(values).toEqual([
    [0.1, 1.3, 0],
    [0.1, 0.7],
  ]);
});

test('the room alone and the power that flowed are told evening by evening; of one evening there is no course', () => {
  const evenings = [
    run('2026-10-12T18:00:00', 20.1, 0.99),
    run('2026-10-12T19:00:00', 24, null),
    run('2026-10-12T20:00:00', 20.3, 1.01),
    run('2026-10-13T18:00:00', 22, null),
  ];
  const [room, ...others] = instrumentCourses(evenings, null);
  expect(room).toMatchObject({ unit: 'dB(A)', limit: null });
  // The middle of an evening: a lorry moves it not.
  expect(room!.points.map(({ value }) => value)).toEqual([20.3, 22]);
  // Power was measured on one of the evenings alone.
  expect(others).toEqual([]);
  expect(instrumentCourses(evenings.slice(0, 3), null)).toEqual([]);
});

test('golden section finds the foot of a valley wherever it lies, and asks once a step', () => {
  for (const foot of [-3, 0.1, 2, 4.999]) {
    let asked = 0;
    const found = goldenSection(
      (x) => {
        asked += 1;
        return Math.cosh(x - foot);
      },
      ...([-5, 5, 40] as const),
    );
    expect(found).toBeCloseTo(foot, 6);
    expect(asked).toBe(42);
  }
  // Of a slope it is the lower end.
  expect(goldenSection((x) => x, 1, 2, 50)).toBeCloseTo(1, 8);
  expect(() => goldenSection((x) => x, 2, 1, 5)).toThrow('goldenSection');
});
