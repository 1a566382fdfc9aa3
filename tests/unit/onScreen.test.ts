import fc from 'fast-check';
import { responseOf, type Response } from '@/core/responses/responses';
import type { SideColumn } from '@/core/ranking/sideColumn';
import type { LabRun } from '@/core/runs/labRun';
import { noResult } from '@/core/reduction/noResult';
import { alikeWords, partedByTelling } from '@/stages/side/alike';
import { fieldChanges, fieldsSchema, fieldTexts, runFields } from '@/stages/run/runFields';
import { dayWords, momentWords } from '@/core/timeWords';
import { clockMinute, clockText } from '@/ui/clock';
import { figure, placeText, signed, withUnit } from '@/ui/marks/figures';
import { numberCell } from '@/ui/form/numberCell';
import { typedNumber } from '@/ui/typedNumber';

test.each([
  ['12,5', 12.5],
  [' 12.5 ', 12.5],
  ['−3', -3],
  ['-3', -3],
  ['1e3', 1000],
  ['', null],
  ['  ', null],
  ['12 5', null],
  ['1.2.3', null],
  ['Infinity', null],
  ['NaN', null],
  ['0x10', 16],
])('“%s” as people type it is %p', (text, value) => {
  expect(typedNumber(text)).toBe(value);
});

test('what is shown of a number is read again as that number, to the digits shown', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      fc.integer({ min: 0, max: 4 }),
      (value, decimals) => {
        expect(typedNumber(figure(value, decimals))).toBeCloseTo(Number(value.toFixed(decimals)), 9);
        const withSign = signed(value, decimals);
        expect(typedNumber(withSign)).toBeCloseTo(Number(value.toFixed(decimals)), 9);
        // What rounds to nothing has no sign.
        if (Number(value.toFixed(decimals)) === 0) expect(withSign).not.toMatch(/[+−]/);
        else expect(withSign).toMatch(/^[+−]/);
      },
    ),
  );
});

test('missing figures are a dash, wherever they come from, and places are one or a range', () => {
  expect([
    figure(null, 1),
    figure(Number.NaN, 1),
    withUnit(null, 1, 'K'),
    withUnit(Number.NaN, 1, '%'),
  ]).toEqual([...['–', '–', '–', '–']]);
  expect(withUnit(-3.25, 1, 'K')).toBe('−3.3 K');
  // Degrees and per cents stand close to their figure, by a narrow space.
  expect(withUnit(61.04, 1, '°C')).toBe('61.0\u202f°C');
  expect([placeText(2, 2), placeText(2, 4)]).toEqual(['2', '2–4']);
});

test('a minute of the day goes to its text and back, and what is no time is none', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1439 }), (minute) => {
      expect(clockMinute(clockText(minute))).toBe(minute);
      expect(clockText(minute + 1440)).toBe(clockText(minute));
      expect(clockText(minute - 1440)).toBe(clockText(minute));
    }),
  );
  expect(['17', '1730', '17.30', '17h30', ' 9:05 '].map(clockMinute)).toEqual([1020, 1050, 1050, 1050, 545]);
  expect(['', '24:00', '12:60', 'noon', '12:3', '-1:00'].map(clockMinute)).toEqual(Array(6).fill(null));
  expect(dayWords('2026-12-01')).toBe('1 Dec 2026');
  expect(momentWords('2026-12-01T18:30:05Z')).toBe('1 Dec 2026, 18:30');
  expect(momentWords('2026-12-01')).toBe('1 Dec 2026');
  expect(dayWords('some day')).toBe('some day');
});

test('a cell of a form takes a number as it is typed, says what it got instead, and stands empty only where it may', () => {
  const told = (text: string, optional = false) => {
    try {
      numberCell('Read, dB(A)', optional).validateSync(text);
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  };
  expect(told('33,5')).toBe('');
  expect(told('', true)).toBe('');
  expect(told('')).toBe('Read, dB(A): a number was expected');
  expect(told(' loud ')).toBe('Read, dB(A): not a number: “loud”');
  expect(told('loud', true)).toBe('Read, dB(A): not a number: “loud”');
});

const RUN = {
  ...{
    id: 1,
    label: '001',
    entry: 'a',
    setting: '60 %',
    loadW: 170,
    loadName: '',
    gpuLoadW: 0,
    mount: 1,
    pass: 2,
  },
  ...{ noiseDb: 33.1, floorDb: 18.5, rpm: null, dutyPct: 60, hasTrace: true, typedCpuC: null },
  ...{ typedAmbientC: null, typedPowerW: null },
  reduction: { ...noResult('x'), unsettledReason: '', ambientSource: 'probe' },
} as unknown as LabRun;
const ENTRIES = [{ entry: 'a', product: 'Levante' }];
const namesOf = (run: LabRun) => runFields(run, ENTRIES).map(({ name }) => name);
const COMMON = ['entry', 'setting', 'loadW', 'mount', 'pass', 'noiseDb', 'floorDb'];
const SPEEDS = ['rpm', 'dutyPct'];
const MORE = [
  'gpu_c',
  'vrm_c',
  'liquid_c',
  'case_air_c',
  'memory_c',
  'drive_c',
  'clock_mhz',
  'limit_after_s',
].map((name) => `more_${name}`);

test.each<[string, Partial<LabRun>, string[]]>([
  ['with a log and its probe', {}, []],
  ['with a log and a room typed', { reduction: { ...RUN.reduction, ambientSource: 'typed' } }, ['ambientC']],
  ['typed', { hasTrace: false }, ['cpuC', 'powerW', 'ambientC']],
  ['of readings at places', { hasTrace: false, reduction: { ...RUN.reduction, hasDie: false } }, []],
])('fields of a run %s', (_, part, own) => {
  const typed = part.hasTrace === false ? MORE : [];
  expect(namesOf({ ...RUN, ...part })).toEqual([...COMMON, ...own, ...SPEEDS, ...typed]);
});

test('a form that nobody touched changes nothing; what is typed becomes numbers, and an empty one nothing', () => {
  const fields = runFields(RUN, ENTRIES);
  const texts = fieldTexts(fields);
  expect(fieldsSchema(fields).validateSync(texts)).toMatchObject(texts);
  expect(fieldChanges(fields, texts)).toEqual(
    Object.fromEntries(fields.map(({ name, value }) => [name, value])),
  );
  const typed = { ...texts, noiseDb: '34,25', rpm: ' 1200 ', dutyPct: '', setting: ' 55 % ' };
  expect(fieldChanges(fields, typed)).toMatchObject({
    noiseDb: 34.25,
    rpm: 1200,
    dutyPct: null,
    setting: '55 %',
  });
  const wrong = (part: Record<string, string>) => () =>
    fieldsSchema(fields).validateSync({ ...texts, ...part });
  expect(wrong({ mount: '' })).toThrow('Mount: a number was expected');
  expect(wrong({ floorDb: 'quiet' })).toThrow('Room alone, dB(A): not a number: “quiet”');
  expect(wrong({ rpm: '' })).not.toThrow();
});

function column(id: string, values: (number | null)[]): SideColumn {
  const { name, unit, decimals, better } = responseOf(id) as Response;
  return {
    ...{ key: id, place: '', load: '90 W', response: { id, name, unit, decimals, better } },
    cells: values.map((value, i) => ({
      entry: `e${i}`,
      reason: value === null ? 'not measured' : '',
      placed:
        value === null
          ? null
          : {
              value,
              interval95: 1,
              doubt: [],
              shared: 0,
              placeFrom: 1,
              placeTo: 1,
              levelDb: 33,
              status: 'ranked',
            },
    })),
  };
}

test('columns in which all read the same are left out and named; where all do, none is', () => {
  const rise = column('rise', [33, 35, 36]);
  const clock = column('clock', [4200.2, 4199.8, null]);
  const [telling, alike] = partedByTelling([rise, clock]);
  expect([telling, alike]).toEqual([[rise], [clock]]);
  expect(alikeWords(alike)).toBe('The same for all, and left out: Clock held, 90 W, 4200 MHz.');
  expect(partedByTelling([clock])).toEqual([[clock], []]);
  expect(partedByTelling([column('rise', [33, 33.04]), rise])[1]).toHaveLength(1);
  expect(partedByTelling([column('rise', [33, 33.06]), rise])[1]).toHaveLength(0);
});
