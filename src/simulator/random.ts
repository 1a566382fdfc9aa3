import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A seeded source of chance: the same seed gives the same numbers on every machine. */
export interface Chance {
  /** Uniform on 0 to 1. */
  uniform(): number;
  /** Normal with mean 0 and standard deviation 1 (Box & Muller 1958). */
  normal(): number;
}

export function seededChance(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}
