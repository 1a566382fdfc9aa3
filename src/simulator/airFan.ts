import { chosenSystem, systemPressurePa, type SystemCurve } from '@/core/air/systemCurve';

/** Diameter of a hub against that of its frame. */
const BLADE_HUB_SHARE = 0.36;

/** A fan on its own: what it moves, holds and sounds like at full speed, and how that goes with speed. */
export interface AirFan {
  sizeMm: number;
  maxRpm: number;
  /** Pressure against the closed chamber and flow through nothing, at full speed. */
  closedPa: number;
  freeM3PerH: number;
  /** How hollow the curve is between the two: 0 straight, 1 a plain parabola. */
  bend: number;
  /** Level of the fan alone at full speed, dB(A), and by how many decibels it falls for each tenfold of speed. */
  fullDb: number;
  dbPerDecade: number;
  /** Distance at which the free stream has lost half of its speed, cm. */
  throwCm: number;
  /** A speed at which the frame sings, rpm, and how much louder it is there, dB. */
  resonance?: { rpm: number; widthRpm: number; db: number };
  /** Share of its speed that it loses against the closed chamber. */
  chamberLoss: number;
}

/** Flow through nothing at a speed, m³/h. */
export function freeFlow(fan: AirFan, rpm: number): number {
  return (fan.freeM3PerH * rpm) / fan.maxRpm;
}

/** Pressure of a fan at a speed and flow, Pa: falling all the way, to nothing at its free flow. */
export function fanPressurePa(fan: AirFan, rpm: number, flowM3PerH: number): number {
  const share = flowM3PerH / freeFlow(fan, rpm);
  const shape = 1 - (1 - fan.bend) * share - fan.bend * share ** 2;
  return fan.closedPa * (rpm / fan.maxRpm) ** 2 * shape;
}

/** Flow of a fan through a resistance, m³/h, by halving. */
export function flowThrough(fan: AirFan, rpm: number, system: SystemCurve): number {
  let low = 0;
  let high = freeFlow(fan, rpm);
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (fanPressurePa(fan, rpm, middle) > systemPressurePa(system, middle)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

const SECONDS_PER_H = 3600;

/** Mean speed through the ring between hub and frame, m/s. */
export function faceSpeed({ sizeMm }: AirFan, flowM3PerH: number): number {
  const radiusM = sizeMm / 2000;
  const areaM2 = Math.PI * radiusM ** 2 * (1 - BLADE_HUB_SHARE ** 2);
  return flowM3PerH / SECONDS_PER_H / areaM2;
}

/** Speed of the free stream at a distance, m/s. */
export function speedAt(fan: AirFan, rpm: number, distanceCm: number): number {
  return faceSpeed(fan, freeFlow(fan, rpm)) / (1 + distanceCm / fan.throwCm);
}

/** Level of the fan alone at the meter, dB(A). */
export function fanLevelDb(fan: AirFan, rpm: number): number {
  const { resonance } = fan;
  const bump = resonance ? resonance.db * Math.exp(-(((rpm - resonance.rpm) / resonance.widthRpm) ** 2)) : 0;
  return fan.fullDb + fan.dbPerDecade * Math.log10(rpm / fan.maxRpm) + bump;
}

/** The fin stack of a tower, a radiator and a dust filter, as they resist a 120 mm fan. */
export const RESISTANCES = {
  heatsink: chosenSystem(9, 50, 1.7),
  radiator: chosenSystem(16, 50, 1.45),
  filter: chosenSystem(12, 50, 1.2),
} as const;
