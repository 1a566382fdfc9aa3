import { groupBy } from '../statistics/groupBy';
import { median } from '../statistics/median';
import { robustSigma } from '../statistics/robustSigma';

export interface SpeedLevel {
  run: number;
  rpm: number;
  levelDb: number;
}

/** Meter, floor and fan scatter together stay below this, dB. */
const LEAST_DB = 1.5;
const SCATTERS = 4;

/** Robust straight line: median of all pairwise slopes (Theil 1950, Sen 1968). */
function theilSen(points: readonly { x: number; y: number }[]): (x: number) => number {
  const slopes: number[] = [];
  for (let i = 0; i < points.length; i += 1) {
    for (let j = 0; j < i; j += 1) {
      const dx = points[i]!.x - points[j]!.x;
      if (Math.abs(dx) > 1e-3) slopes.push((points[i]!.y - points[j]!.y) / dx);
    }
  }
  const slope = slopes.length > 0 ? median(slopes) : 0;
  const offset = median(points.map((point) => point.y - slope * point.x));
  return (x) => offset + slope * x;
}

/**
 * Levels that do not lie on their entry's level–speed line: level against lg rpm is nearly straight, so a
 * reading off it by over 1.5 dB and over four robust standard deviations is a slip, a door or a pump.
 * A line through fewer than four speeds is no line to hold them to. Gives the deviation of each, dB.
 *
 * Example: Five levels on a line over lg rpm and a sixth 3 dB over it: the sixth, by 3 dB.
 */
export function offSpeedLine(readings: readonly SpeedLevel[]): Map<number, number> {
  const off = new Map<number, number>();
  if (new Set(readings.map((reading) => Math.round(reading.rpm / 20))).size < 4) return off;
  const points = readings.map((reading) => ({ x: Math.log10(reading.rpm), y: reading.levelDb }));
  // Repeats at one speed are one point of the line: their median.
  const speeds = [...groupBy(points, (point) => Math.round(point.x * 100)).values()];
  const line = theilSen(
    speeds.map((speed) => ({ x: median(speed.map((p) => p.x)), y: median(speed.map((p) => p.y)) })),
  );
  const residuals = points.map((point) => point.y - line(point.x));
  const sigma = robustSigma(residuals);
  residuals.forEach((residual, i) => {
    if (Math.abs(residual) > Math.max(LEAST_DB, SCATTERS * sigma)) off.set(readings[i]!.run, residual);
  });
  return off;
}
