import type { SpotReading } from '../responses/spotReading';

/** A fan that turns faster by this share when it is stopped from blowing is not held by its duty. */
const RUNS_AWAY = 1.1;
const STANDS_RPM = 30;

/** A setting of a fan with what it turned at, and its readings at places. */
export interface FanRun {
  setting: string;
  dutyPct: number | null;
  rpm: number | null;
  readings: readonly SpotReading[];
}

const rounded = (rpm: number) => `${Math.round(rpm)} rpm`;

/**
 * What a fan did that is a result of its own, in words: it stands still at a duty that should turn it, stalls against what
 * it blows at, or runs away there. Empty where it did neither.
 *
 * @example fanBehaviour({ setting: '20 %', dutyPct: 20, rpm: 0, readings: [] }) → ['does not turn at 20 %']
 */
export function fanBehaviour({ setting, dutyPct, rpm, readings }: FanRun): string[] {
  if (rpm === null) return [];
  if (rpm < STANDS_RPM) return dutyPct !== null && dutyPct > 0 ? [`does not turn at ${setting}`] : [];
  const told = readings.flatMap((reading): string[] => {
    if (reading.rpm === null) return [];
    const where = `${reading.place}, ${setting}`;
    if (reading.rpm < STANDS_RPM) return [`stalls at ${where}`];
    return reading.rpm > RUNS_AWAY * rpm
      ? [`runs away at ${where}: ${rounded(reading.rpm)} for ${rounded(rpm)}`]
      : [];
  });
  return [...new Set(told)];
}
