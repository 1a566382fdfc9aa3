/** A duty tried on the way to the noise line. */
export interface TrimReading {
  dutyPct: number;
  rpm: number;
  /** Level of the cooler alone, dB(A); an upper bound where it stands at the floor. */
  levelDb: number;
  atFloor: boolean;
}

export type TrimStep =
  | { next: 'try'; dutyPct: number }
  /** Within 0.3 dB of the line, or between two neighbouring duty steps, which both are then measured. */
  | { next: 'on-line'; dutyPct: number; levelDb: number }
  | { next: 'bracketed'; lowerPct: number; upperPct: number }
  | {
      next: 'unreachable';
      why: 'too-loud' | 'tops-out' | 'fixed' | 'below-floor';
      dutyPct: number;
      message: string;
    };

const CLOSE_DB = 0.3;
const FIRST_PCT = 60;
/** Fan laws, until two readings tell better: dB a decade of speed. */
const DB_PER_DECADE = 52;
/** A fan whose speed changes by less than this between two duties does not obey. */
const SAME_SPEED = 0.02;
const MOST_STEPS = 8;

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/**
 * What to try next to bring a cooler to the noise line, from the readings so far: the secant of level against lg rpm
 * within the bracket that is known (regula falsi), in whole per cent of duty. Knows fans that stall, fans of fixed
 * speed, and levels masked by room noise.
 *
 * Example: Read 30 dB(A) at 40 % and 36 at 60 %, with the line at 33: the next duty lies between.
 */
export function noiseTrim(readings: readonly TrimReading[], lineDb: number): TrimStep {
  if (!Number.isFinite(lineDb)) throw new RangeError(`noiseTrim: lineDb must be finite, got ${lineDb}`);
  if (readings.length === 0) return { next: 'try', dutyPct: FIRST_PCT };
  const running = readings.filter((reading) => reading.rpm > 0).sort((a, b) => a.dutyPct - b.dutyPct);
  const stalledPct = Math.max(
    0,
    ...readings.filter((reading) => reading.rpm <= 0).map((reading) => reading.dutyPct),
  );
  if (running.length === 0) return untried(readings, stalledPct, Math.min(100, stalledPct + 25), 100);

  const close = running.find((reading) => !reading.atFloor && Math.abs(reading.levelDb - lineDb) <= CLOSE_DB);
  if (close) return { next: 'on-line', dutyPct: close.dutyPct, levelDb: close.levelDb };
  const slowest = running[0]!;
  const fastest = running[running.length - 1]!;
  if (
    running.length > 1 &&
    fastest.dutyPct - slowest.dutyPct >= 10 &&
    Math.abs(fastest.rpm / slowest.rpm - 1) < SAME_SPEED
  )
    return {
      next: 'unreachable',
      why: 'fixed',
      dutyPct: fastest.dutyPct,
      message: `the fan does not follow its control: it stays at ${fastest.levelDb.toFixed(1)} dB(A)`,
    };

  const under = running.filter((reading) => reading.levelDb < lineDb);
  const over = running.filter((reading) => reading.levelDb >= lineDb);
  // A bound over the line does not tell on which side of it the fan stands.
  const lost = over.find((reading) => reading.atFloor);
  const below = under[under.length - 1];
  const above = over.find((reading) => !reading.atFloor);
  if (lost && !below)
    return {
      next: 'unreachable',
      why: 'below-floor',
      dutyPct: lost.dutyPct,
      message: `at ${lost.dutyPct} % it is masked by room noise: the line is too near it`,
    };
  if (!above && below!.dutyPct >= 100)
    return {
      next: 'unreachable',
      why: 'tops-out',
      dutyPct: 100,
      message: `at full speed it reaches ${below!.levelDb.toFixed(1)} dB(A), under the line`,
    };
  const lowPct = below ? below.dutyPct : stalledPct;
  const highPct = above ? above.dutyPct : 101;
  if (highPct - lowPct <= 1) {
    if (below) return { next: 'bracketed', lowerPct: below.dutyPct, upperPct: above!.dutyPct };
    return {
      next: 'unreachable',
      why: 'too-loud',
      dutyPct: above!.dutyPct,
      message: `at ${above!.dutyPct} %, its slowest, it reaches ${above!.levelDb.toFixed(1)} dB(A), over the line`,
    };
  }
  return untried(readings, lowPct, wanted(below, above, lineDb), highPct);
}

/** Duty at which the line is expected, by the two readings around it, or by the fan laws from one. */
function wanted(below: TrimReading | undefined, above: TrimReading | undefined, lineDb: number): number {
  if (below && above && !below.atFloor) {
    const slope = (above.levelDb - below.levelDb) / Math.log10(above.dutyPct / below.dutyPct);
    return below.dutyPct * 10 ** ((lineDb - below.levelDb) / slope);
  }
  const from = above ?? below!;
  return from.dutyPct * 10 ** ((lineDb - from.levelDb) / DB_PER_DECADE);
}

/** The duty nearest to the wanted one that lies within and was not tried; the middle where the same keeps coming. */
function untried(
  readings: readonly TrimReading[],
  lowPct: number,
  wantedPct: number,
  highPct: number,
): TrimStep {
  const late = readings.length >= MOST_STEPS - 4;
  const middle = (lowPct + Math.min(100, highPct)) / 2;
  // Once the secant is slow, halving ends it within the steps allowed.
  const aim = late ? (wantedPct + middle) / 2 : wantedPct;
  const dutyPct = clamp(Math.round(aim), lowPct + 1, Math.min(100, highPct - (highPct > 100 ? 0 : 1)));
  return { next: 'try', dutyPct };
}
