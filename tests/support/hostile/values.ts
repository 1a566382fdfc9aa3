import type { Chance } from '../../../src/core/statistics/chance';

/** Values that no bench has, and that some program somewhere has sent. */
export const HOSTILE: readonly unknown[] = [
  1e308,
  -1e308,
  1e300,
  5e-324,
  -1,
  0,
  -0,
  0.5,
  2 ** 31,
  2 ** 53,
  -(2 ** 31),
  1e-9,
  99999,
  null,
  true,
  false,
  [],
  {},
  [[]],
  [1, 2],
  ['a'],
  { a: 1 },
  '',
  ' ',
  '\t\n',
  '\0',
  'a\0b',
  '\ud800',
  '\udfffx',
  '0',
  '1e5',
  'NaN',
  'Infinity',
  '-',
  '9999-12-31',
  '2026-02-30',
  '0000-00-00',
  '=1+1',
  '@SUM(A1)',
  '<script>alert(1)</script>',
  '"; DROP TABLE runs; --',
  '../../etc/passwd',
  '‮cba',
  'constructor',
  '__proto__',
  'hasOwnProperty',
  'x'.repeat(5000),
  'ﷺ'.repeat(300),
  '😀'.repeat(200),
  '%00',
  '${7*7}',
];

export const pick = <T>(chance: Chance, from: readonly T[]): T =>
  from[Math.floor(chance.uniform() * from.length)]!;
const some = (chance: Chance, most: number) => Math.floor(chance.uniform() * (most + 1));

function deep(levels: number): unknown {
  let value: unknown = 1;
  for (let i = 0; i < levels; i += 1) value = [value];
  return value;
}

type Place = { owner: Record<string, unknown> | unknown[]; key: string | number };

/** Places deeper than this are not looked for: a value may be nested deeper than a stack is. */
const DEEPEST = 12;

/** Every place of a JSON value that can be put something else in. */
function placesOf(value: unknown, depth = 0): Place[] {
  if (typeof value !== 'object' || value === null || depth > DEEPEST) return [];
  const owner = value as Record<string, unknown>;
  // Not its own `map`: the constructor of an array may be another by now.
  const keys: (string | number)[] = Array.isArray(value)
    ? Array.from(value, (_, i) => i)
    : Object.keys(owner);
  return keys.flatMap((key) => [
    { owner, key },
    ...placesOf((owner as Record<string | number, unknown>)[key], depth + 1),
  ]);
}

/** A copy of a JSON value in which one or a few things are not as they should be. */
export function mutated(chance: Chance, sound: unknown): unknown {
  const copy: unknown = structuredClone(sound);
  for (let i = 0; i <= some(chance, 2); i += 1) {
    const places = placesOf(copy);
    if (places.length === 0) return pick(chance, HOSTILE);
    const { owner, key } = pick(chance, places);
    const at = owner as Record<string | number, unknown>;
    const what = chance.uniform();
    if (what < 0.62) at[key] = structuredClone(pick(chance, HOSTILE));
    else if (what < 0.72) delete at[key];
    else if (what < 0.8) at[pick(chance, ['constructor', 'extra', 'toString', 'id'])] = pick(chance, HOSTILE);
    else if (what < 0.85)
      Object.defineProperty(owner, '__proto__', {
        value: { admin: true },
        enumerable: true,
        writable: true,
        configurable: true,
      });
    else if (what < 0.9)
      at[key] = Array.from({ length: pick(chance, [21, 400, 3000]) }, () => structuredClone(at[key]));
    else if (what < 0.94) at[key] = deep(pick(chance, [10, 40, 500]));
    else if (typeof at[key] === 'number') at[key] = Number(at[key]) * pick(chance, [-1, 1000, 1e9, 0]);
    else at[key] = [at[key]];
  }
  return copy;
}

/** Text of a file in which some lines, cells or characters are not as they should be. */
export function mutatedText(chance: Chance, sound: string, delimiter = ','): string {
  const lines = sound.split('\n');
  for (let i = 0; i <= some(chance, 3); i += 1) {
    const at = some(chance, Math.max(0, lines.length - 2));
    const cells = (lines[at] ?? '').split(delimiter);
    const what = chance.uniform();
    const hostile = String(
      pick(
        chance,
        HOSTILE.filter((other) => typeof other !== 'object'),
      ),
    );
    if (what < 0.5) cells[some(chance, cells.length - 1)] = hostile;
    else if (what < 0.58) cells.splice(some(chance, cells.length - 1), 1);
    else if (what < 0.66) cells.push(hostile);
    else if (what < 0.72) cells[0] = `"${cells[0]}`;
    else if (what < 0.8) cells.reverse();
    lines[at] = cells.join(delimiter);
    if (what >= 0.8 && what < 0.86) lines.splice(at, 1);
    else if (what >= 0.86 && what < 0.92) lines.splice(at, 0, lines[at]!, hostile);
    else if (what >= 0.92) lines.length = at + 1;
  }
  return lines.join(pick(chance, ['\n', '\n', '\r\n', '\r']));
}

/** Bytes of a file of which some are not as they should be: mostly among the first, where it says what it is. */
export function mutatedBytes(chance: Chance, sound: Uint8Array, headBytes: number): Uint8Array {
  const bytes = Uint8Array.from(sound);
  const what = chance.uniform();
  if (what < 0.2) return bytes;
  if (what < 0.35) return bytes.subarray(0, some(chance, bytes.length - 1));
  if (what < 0.45) return Uint8Array.from([...bytes.subarray(0, 200), ...bytes.subarray(0, 2000)]);
  for (let i = 0; i <= some(chance, 3); i += 1)
    bytes[some(chance, Math.min(headBytes, bytes.length) - 1)] = pick(chance, [0, 1, 127, 128, 255]);
  return bytes;
}
