const F1 = 20.598997 ** 2;
const F2 = 107.65265 ** 2;
const F3 = 737.86223 ** 2;
const F4 = 12194.217 ** 2;

const gain = (hz: number) => {
  const f2 = hz * hz;
  return (F4 * f2 * f2) / ((f2 + F1) * Math.sqrt((f2 + F2) * (f2 + F3)) * (f2 + F4));
};
const AT_1_KHZ = gain(1000);

/**
 * A-weighting as a factor of power, 1 at 1 kHz (IEC 61672-1, annex E).
 *
 * @example 10 * Math.log10(aWeighting(100)) → -19.1
 *
 * @throws where the frequency is negative
 */
export function aWeighting(hz: number): number {
  if (!(hz >= 0)) throw new RangeError(`aWeighting: hz must be 0 or more, got ${hz}`);
  return (gain(hz) / AT_1_KHZ) ** 2;
}
