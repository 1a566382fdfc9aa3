import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A seeded source of chance: the same seed gives the same numbers on every machine. */
export interface Chance {
  /** Uniform on 0 to 1. */
  uniform(): number;
  /** Normal with mean 0 and standard deviation 1 (Box & Muller 1958). */
  normal(): number;
}

/** Neighbouring seeds would begin alike: their bits are mixed first (finaliser of MurmurHash3, Appleby). */
function mixedSeed(seed: number): number {
  let h = seed | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return h ^ (h >>> 16);
}

/**
 * A source of chance from a whole number; xoroshiro128+ (Blackman & Vigna 2018).
 *
 * @example seededChance(7).uniform() === seededChance(7).uniform() → true
 */
export function seededChance(seed: number): Chance {
  const generator = xoroshiro128plus(mixedSeed(seed));
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}
