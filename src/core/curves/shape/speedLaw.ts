/** How one setting near a speed is restated to it (FORMATS step 13): a power of the speed, or decibels for each tenfold of it. */
export type SpeedLaw =
  | { by: 'power'; exponent: number; /** Half-width within which it lies anywhere. */ either: number }
  | { by: 'level'; dbPerDecade: number; either: number };

/** A level goes by so much for each tenfold of the speed, dB, and by as much more or less. */
export const LEVEL_LAW = { by: 'level', dbPerDecade: 52, either: 8 } as const satisfies SpeedLaw;

export interface Restated {
  value: number;
  /** What a doubt of the value is multiplied by. */
  factor: number;
  /** Standard uncertainty by the law itself. */
  lawU: number;
}

/**
 * A value restated by its law from one speed to another, the law's own room as a uniform term.
 *
 * @example restatedBySpeed({ by: 'power', exponent: 2, either: 0 }, 10, 1000, 1200).value → 14.4
 */
export function restatedBySpeed(law: SpeedLaw, value: number, fromRpm: number, toRpm: number): Restated {
  const ratio = toRpm / fromRpm;
  if (law.by === 'level') {
    const decades = Math.log10(ratio);
    return {
      value: value + law.dbPerDecade * decades,
      factor: 1,
      lawU: (law.either * Math.abs(decades)) / Math.sqrt(3),
    };
  }
  const factor = ratio ** law.exponent;
  return {
    value: value * factor,
    factor,
    lawU: (Math.abs(value * factor * Math.log(ratio)) * law.either) / Math.sqrt(3),
  };
}
