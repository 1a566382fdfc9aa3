import { known, unknown, type Outcome } from '../outcome';
import type { PowerPlace, PowerSource } from './powerPlace';

export interface RestatedRise {
  powerSource: PowerSource;
  /** Mean power that was read, W; the nominal load where none was. */
  powerMeanW: number;
  resistanceKPerW: Outcome<number>;
  /** The rise that counts, K. */
  riseK: number;
}

/**
 * What a measured rise and the power beside it come to (FORMATS steps 3 and 3a): R by the watts that flowed, and the rise restated by R at
 * the nominal load. A board's or a wall's watts are not those of the cooler: they restate nothing, R is told by the nominal load, and for
 * a run that its limit holds it is not told. A run at its limit that drew more than nominal is never restated below that limit.
 *
 * @example restatedRise(160, { loadW: 170, program: false }, 40, false).riseK → 42.5
 * @param powerW what the meter read, W; null where nothing was read
 */
export function restatedRise(
  powerW: number | null,
  { loadW, program, powerAt = 'die' }: { loadW: number; program: boolean; powerAt?: PowerPlace | undefined },
  measuredRiseK: number,
  heatLimited: boolean,
): RestatedRise {
  const isFixed = loadW > 0 && !program;
  const powerMeanW = powerW ?? loadW;
  if (powerW !== null && powerAt !== 'die' && isFixed) {
    const resistanceKPerW = heatLimited
      ? unknown(
          `held at the limit, and the power was read at the ${powerAt}: the watts of the die are not known`,
        )
      : known(measuredRiseK / loadW);
    return { powerSource: powerAt, powerMeanW, resistanceKPerW, riseK: measuredRiseK };
  }
  const resistanceKPerW = powerMeanW > 0 ? known(measuredRiseK / powerMeanW) : unknown('no power flowed');
  const restatedK = isFixed && resistanceKPerW.known ? resistanceKPerW.value * loadW : measuredRiseK;
  return {
    powerSource: powerW === null ? 'nominal' : 'measured',
    powerMeanW,
    resistanceKPerW,
    riseK: heatLimited ? Math.max(measuredRiseK, restatedK) : restatedK,
  };
}
