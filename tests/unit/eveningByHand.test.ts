import fc from 'fast-check';
import { joinEvening, type BroughtLog } from '@/core/joining/evening';
import { withPasses } from '@/core/joining/pieces';
import {
  cutAnew,
  cutHere,
  fillDown,
  inHand,
  joinAt,
  moveClock,
  moveCut,
  sayOf,
  type EveningInHand,
} from '@/core/joining/eveningByHand';

const SETTINGS = [1400, 1000, 700, 1010];
const LONG_S = 900;
const rpmAt = (t: number) => SETTINGS[Math.min(3, Math.floor(t / LONG_S))]!;

function log(path: string, columns: [string, (t: number) => number][], offS = 0): BroughtLog {
  const timeS = Array.from({ length: LONG_S * SETTINGS.length }, (_, i) => 1.7e9 + i + offS);
  return {
    ...{ fileId: 1, path, delimiter: ',', decimal: '.', encoding: 'utf-8', samples: timeS.length },
    ...{ durationS: timeS.length - 1, firstS: timeS[0]!, lastS: timeS.at(-1)!, clockKind: 'date' as const },
    ...{ problems: [], unlisted: 0 },
    columns: columns.map(([quantity]) => ({ header: quantity, quantity: quantity as never, unit: null })),
    series: {
      timeS,
      values: columns.map(([quantity, valueAt]) => ({
        quantity,
        values: timeS.map((t) => valueAt(t - 1.7e9 - offS)),
      })),
    },
  };
}

const die = log('die.csv', [['cpu_temperature', () => 60]]);
const fans = (offS: number) =>
  log(
    'fans.csv',
    [
      ['power', () => 170],
      ['fan_speed', rpmAt],
    ],
    offS,
  );
const logs = [die, fans(0)];
const begun = () => inHand(joinEvening(logs));
const at = ({ cuts }: EveningInHand) => cuts.map((cut) => Math.round(cut - 1.7e9));
const settings = ({ pieces }: EveningInHand) => pieces.map(({ setting, pass }) => `${setting} ${pass}`);

test('settings are named by what was set: 1,000 and 1,010 rpm are one, and the second is its second pass', () => {
  expect(at(begun())).toEqual([900, 1800, 2700]);
  expect(settings(begun())).toEqual(['1400 rpm 1', '1010 rpm 1', '700 rpm 1', '1010 rpm 2']);
});

test('a cut by hand parts a piece and what was said of it, and joining it makes one again', () => {
  const said = sayOf(sayOf(begun(), 1, { entry: 'Levante', mount: '3' }), 1, { floorDb: '19' });
  const cut = cutHere(logs, said, 1.7e9 + 1350);
  expect(at(cut)).toEqual([900, 1350, 1800, 2700]);
  expect(cut.pieces.slice(1, 3)).toMatchObject([
    { entry: 'Levante', mount: '3', floorDb: '19', pass: '1' },
    { entry: 'Levante', mount: '3', floorDb: '19', pass: '2' },
  ]);
  const back = joinAt(logs, cut, 1);
  expect(at(back)).toEqual(at(said));
  expect(back.pieces).toEqual(said.pieces);
  // Nothing is cut upon a cut, nor outside.
  expect(cutHere(logs, said, 1.7e9 + 900)).toBe(said);
  expect(cutHere(logs, said, 1.7e9 - 50)).toBe(said);
});

test('cut anew brings back what was joined, and keeps what was placed, moved and said', () => {
  const joined = joinAt(logs, begun(), 0);
  expect(at(joined)).toEqual([1800, 2700]);
  const placed = moveCut(logs, cutHere(logs, joined, 1.7e9 + 400), 1, 1.7e9 + 1830);
  expect(at(placed)).toEqual([400, 1830, 2700]);
  const said = sayOf(placed, 2, { setting: 'slow' });
  const anew = cutAnew(logs, said);
  expect(at(anew)).toEqual([400, 900, 1830, 2700]);
  expect(anew.pieces.map(({ setting }) => setting)).toContain('slow');
});

test('a clock that is moved cuts anew and says its labels anew; cuts by hand and what was said stay', () => {
  const late = [die, fans(120)];
  const begunLate = inHand({ ...joinEvening(late), ...wrongClock(late) });
  expect(at(begunLate)).toEqual([1020, 1920, 2820]);
  const said = sayOf(cutHere(late, begunLate, 1.7e9 + 300), 0, { entry: 'Levante' });
  const moved = moveClock(late, said, 1, -120);
  expect(at(moved)).toEqual([300, 900, 1800, 2700]);
  expect(moved.pieces.map(({ setting }) => setting)).toEqual([
    ...['1400 rpm', '1400 rpm', '1010 rpm', '700 rpm', '1010 rpm'],
  ]);
  expect(moved.pieces[0]!.entry).toBe('Levante');
  // What was joined by hand is not parted again.
  expect(at(moveClock(late, joinAt(late, said, 2), 1, -121))).toEqual([300, 899, 2699]);
});

/** The evening as it lies by its clocks alone. */
function wrongClock(of: readonly BroughtLog[]) {
  const offsetsS = joinEvening(of).ownS;
  const base = { offsetsS, cuts: [], placed: [], joined: [], pieces: [] };
  const { cuts, pieces } = cutAnew(of, base);
  return { offsetsS, cuts, pieces };
}

test('a cell is written into all below it, and a pass by hand is not counted over', () => {
  const filled = fillDown(sayOf(begun(), 0, { entry: 'Poniente' }), 0, 'entry');
  expect(filled.pieces.map(({ entry }) => entry)).toEqual(Array(4).fill('Poniente'));
  const numbered = sayOf(filled, 3, { pass: '7' });
  expect(numbered.pieces.map(({ pass }) => pass)).toEqual(['1', '1', '1', '7']);
  expect(withPasses(numbered.pieces)).toEqual(numbered.pieces);
});

test('whatever is cut, joined and moved, pieces lie one after the other between the cuts, and lose nothing that was said', () => {
  const step = fc.record({
    what: fc.constantFrom('cut', 'join', 'move'),
    at: fc.nat(6),
    toS: fc.integer({ min: 10, max: 3590 }),
  });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 8 }), (steps) => {
      const first = fillDown(sayOf(begun(), 0, { entry: 'Levante' }), 0, 'entry');
      const end = steps.reduce((evening, { what, at: i, toS }) => {
        if (what === 'cut') return cutHere(logs, evening, 1.7e9 + toS);
        return what === 'join' ? joinAt(logs, evening, i) : moveCut(logs, evening, i, 1.7e9 + toS);
      }, first);
      expect(end.pieces).toHaveLength(end.cuts.length + 1);
      end.pieces.forEach((piece, i) => {
        expect(piece.fromS).toBe(i === 0 ? 1.7e9 : end.cuts[i - 1]);
        expect(piece.toS).toBeLessThanOrEqual(end.cuts[i] ?? 1.7e9 + 3600);
        expect(piece.entry).toBe('Levante');
      });
    }),
    { seed: 5, numRuns: 40 },
  );
});
