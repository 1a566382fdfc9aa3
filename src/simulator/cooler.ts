import { addLevels } from '@/core/levels/addLevels';
/** A cooler as the simulated rig knows it. */
export interface Cooler {
  /** Die to heatsink through paste and spreader, K/W: no fan gets past it. */
  contactKPerW: number;
  /** Heatsink to air at endless speed, K/W. */
  wallKPerW: number;
  /** Part that falls with speed: gain · (rpm / 1000)^−exponent, K/W. */
  gainKPerW: number;
  exponent: number;
  /** Heat capacity of heatsink, or of liquid and radiator, J/K. */
  capacityJPerK: number;
  maxRpm: number;
  /** Level of all fans together at full speed at the meter, dB(A). */
  fanDb: number;
  /** Level of the pump alone, dB(A); −Infinity where there is none. */
  pumpDb: number;
}

/** Sound power of a fan grows with about the fifth power of its speed: 52 dB a decade (VDI 2081 gives 50). */
export const FAN_DB_PER_DECADE = 52;

/** Steady resistance from die to air, K/W. */
export function steadyResistance(cooler: Cooler, rpm: number): number {
  if (!(rpm > 0)) throw new RangeError(`steadyResistance: rpm must be positive, got ${rpm}`);
  return cooler.contactKPerW + sinkResistance(cooler, rpm);
}

/** Heatsink to air, K/W. */
export function sinkResistance(cooler: Cooler, rpm: number): number {
  return cooler.wallKPerW + cooler.gainKPerW * (rpm / 1000) ** -cooler.exponent;
}

/** Level of the cooler alone at the meter, dB(A). */
export function coolerDb(cooler: Cooler, rpm: number): number {
  const fans = cooler.fanDb + FAN_DB_PER_DECADE * Math.log10(rpm / cooler.maxRpm);
  return addLevels([fans, cooler.pumpDb]);
}

/** The known answer: resistance at a level, K/W, by bisection on the speed; null outside what it can do. */
export function resistanceAtLevel(cooler: Cooler, levelDb: number, lowestRpm: number): number | null {
  let low = lowestRpm;
  let high = cooler.maxRpm;
  if (levelDb < coolerDb(cooler, low) || levelDb > coolerDb(cooler, high)) return null;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (coolerDb(cooler, middle) < levelDb) low = middle;
    else high = middle;
  }
  return steadyResistance(cooler, high);
}

/**
 * A cooler from what a reviewer would read off its curve: level and rise at its lowest and full setting,
 * the rises at a stated load.
 */
export function coolerFromEnds(ends: {
  loadW: number;
  lowestDuty: number;
  maxRpm: number;
  fanDb: number;
  pumpDb?: number;
  quietRiseK: number;
  fullRiseK: number;
  capacityJPerK: number;
  exponent?: number;
}): Cooler {
  const exponent = ends.exponent ?? 0.85;
  const quiet = ((ends.lowestDuty / 100) * ends.maxRpm) / 1000;
  const full = ends.maxRpm / 1000;
  const quietR = ends.quietRiseK / ends.loadW;
  const fullR = ends.fullRiseK / ends.loadW;
  const gainKPerW = (quietR - fullR) / (quiet ** -exponent - full ** -exponent);
  const still = fullR - gainKPerW * full ** -exponent;
  return {
    contactKPerW: 0.6 * still,
    wallKPerW: 0.4 * still,
    gainKPerW,
    exponent,
    capacityJPerK: ends.capacityJPerK,
    maxRpm: ends.maxRpm,
    fanDb: ends.fanDb,
    pumpDb: ends.pumpDb ?? Number.NEGATIVE_INFINITY,
  };
}
