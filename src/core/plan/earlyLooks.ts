import { normalCdf, normalDensity } from '@/core/statistics/distributions/normal';

/** A look before the end, held to its bound. */
export interface EarlyLook {
  look: number;
  looks: number;
  first: string;
  second: string;
  byK: number;
  z: number;
  bound: number;
  /** Entries that could still be first and have not so many mounts yet: until they have, nothing is told. */
  waiting: string[];
}

const STEPS = 120;
const REACH = 8;
const HALVINGS = 26;

/** By the number of looks, of which there are twenty. */
const found = new Map<number, number[]>();

/** Simpson’s weights over an even number of steps. */
function simpson(from: number, to: number, steps: number): { at: number; weight: number }[] {
  const width = (to - from) / steps;
  return Array.from({ length: steps + 1 }, (_, i) => ({
    at: from + i * width,
    weight: ((i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2) * width) / 3,
  }));
}

/**
 * The chance that a difference of nothing is called one at any of several equally spaced looks, each with its own bound of z: the sum
 * so far is followed from look to look (Armitage, McPherson & Rowe 1969).
 *
 * @example crossingChance([1.959964]) → 0.05
 *
 * @throws where there is no bound, or one is not positive
 */
export function crossingChance(bounds: readonly number[]): number {
  if (bounds.length === 0 || bounds.some((bound) => !(bound > 0)))
    throw new RangeError(`crossingChance: bounds above 0 were expected, got ${bounds.join(', ')}`);
  // Density of the sum of standard normals over those paths that have crossed nothing.
  let before: { at: number; mass: number }[] = [{ at: 0, mass: 1 }];
  let crossed = 0;
  bounds.forEach((bound, look) => {
    const edge = bound * Math.sqrt(look + 1);
    crossed += before.reduce(
      (sum, { at, mass }) => sum + mass * (1 - normalCdf(edge - at) + normalCdf(-edge - at)),
      0,
    );
    if (look === bounds.length - 1) return;
    const reach = Math.min(edge, REACH * Math.sqrt(look + 1));
    before = simpson(-reach, reach, STEPS).map(({ at, weight }) => ({
      at,
      mass: weight * before.reduce((sum, other) => sum + other.mass * normalDensity(at - other.at), 0),
    }));
  });
  return crossed;
}

/**
 * Bounds of z for looking several times while the error of all looks together stays at 5 %: O’Brien & Fleming (1979), hard at first and
 * nearly the usual at the end; C·√(K/k) at look k of K.
 *
 * @example earlyBounds(1) → [1.96]
 *
 * @throws where the number of looks is not 1 to 20
 */
export function earlyBounds(looks: number): number[] {
  if (!(Number.isInteger(looks) && looks >= 1 && looks <= 20))
    throw new RangeError(`earlyBounds: 1 to 20 looks, got ${looks}`);
  const before = found.get(looks);
  if (before) return before;
  const bounds = (c: number) => Array.from({ length: looks }, (_, i) => c * Math.sqrt(looks / (i + 1)));
  let [low, high] = [1.5, 3.5];
  for (let turn = 0; turn < HALVINGS; turn += 1) {
    const middle = (low + high) / 2;
    if (crossingChance(bounds(middle)) > 0.05) low = middle;
    else high = middle;
  }
  found.set(looks, bounds(high));
  return bounds(high);
}
