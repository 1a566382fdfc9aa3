/** Levels, dB, up to which a column of low-frequency corrections holds. */
const RANGES = [45, 55, 65, 71, 80, 90, 100, 120];
/** Corrections of the third octaves from 25 to 250 Hz by equal loudness, dB. */
const LOW = [
  [-32, -24, -16, -10, -5, 0, -7, -3, 0, -2, 0],
  [-29, -22, -15, -10, -4, 0, -7, -2, 0, -2, 0],
  [-27, -19, -14, -9, -4, 0, -6, -2, 0, -2, 0],
  [-25, -17, -12, -9, -3, 0, -5, -2, 0, -2, 0],
  [-23, -16, -11, -7, -3, 0, -4, -1, 0, -1, 0],
  [-20, -14, -10, -6, -3, 0, -4, -1, 0, -1, 0],
  [-18, -12, -9, -6, -2, 0, -3, -1, 0, -1, 0],
  [-15, -10, -8, -4, -2, 0, -3, -1, 0, -1, 0],
];
/** Threshold in quiet of critical bands, dB. */
const QUIET = [30, 18, 12, 8, 7, 6, 5, 4, 3, 3, 3, 3, 3, 3, 3, 3, 3, 3, 3, 3];
/** Outer ear in a free field, dB. */
const EAR = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, -0.5, -1.6, -3.2, -5.4, -5.6, -4, -1.5, 2, 5, 12];
/** Third octaves against critical bands, dB. */
const WIDTHS = [
  -0.25, -0.6, -0.8, -0.8, -0.5, 0, 0.5, 1.1, 1.5, 1.7, 1.8, 1.8, 1.7, 1.6, 1.4, 1.2, 0.8, 0.5, 0, -0.5,
];
/** Upper ends of the approximated critical bands, Bark. */
const ENDS = [
  0.9, 1.8, 2.8, 3.5, 4.4, 5.4, 6.6, 7.9, 9.2, 10.6, 12.3, 13.8, 15.2, 16.7, 18.1, 19.3, 20.6, 21.8, 22.7,
  23.6, 24,
];
/** Specific loudness down to which a column of slopes holds, sone/Bark. */
const STEPS = [
  21.5, 18, 15.1, 11.5, 9, 6.1, 4.4, 3.1, 2.13, 1.36, 0.82, 0.42, 0.3, 0.22, 0.15, 0.1, 0.035, 0,
];
/** Slopes of masking towards higher bands, sone/Bark². */
const SLOPES = [
  [13, 8.2, 6.3, 5.5, 5.5, 5.5, 5.5, 5.5],
  [9, 7.5, 6, 5.1, 4.5, 4.5, 4.5, 4.5],
  [7.8, 6.7, 5.6, 4.9, 4.4, 3.9, 3.9, 3.9],
  [6.2, 5.4, 4.6, 4, 3.5, 3.2, 3.2, 3.2],
  [4.5, 3.8, 3.6, 3.2, 2.9, 2.7, 2.7, 2.7],
  [3.7, 3, 2.8, 2.35, 2.2, 2.2, 2.2, 2.2],
  [2.9, 2.3, 2.1, 1.9, 1.8, 1.7, 1.7, 1.7],
  [2.4, 1.7, 1.5, 1.35, 1.3, 1.3, 1.3, 1.3],
  [1.95, 1.45, 1.3, 1.15, 1.1, 1.1, 1.1, 1.1],
  [1.5, 1.2, 0.94, 0.86, 0.82, 0.82, 0.82, 0.82],
  [0.72, 0.67, 0.64, 0.63, 0.62, 0.62, 0.62, 0.62],
  [0.59, 0.53, 0.51, 0.5, 0.42, 0.42, 0.42, 0.42],
  [0.4, 0.33, 0.26, 0.24, 0.24, 0.22, 0.22, 0.22],
  [0.27, 0.21, 0.2, 0.18, 0.17, 0.17, 0.17, 0.17],
  [0.16, 0.15, 0.14, 0.12, 0.11, 0.11, 0.11, 0.11],
  [0.12, 0.11, 0.1, 0.08, 0.08, 0.08, 0.08, 0.08],
  [0.09, 0.08, 0.07, 0.06, 0.06, 0.06, 0.06, 0.05],
  [0.06, 0.05, 0.03, 0.02, 0.02, 0.02, 0.02, 0.02],
];

const power = (levelDb: number) => 10 ** (levelDb / 10);
const decibel = (sum: number) => (sum > 0 ? 10 * Math.log10(sum) : -Infinity);

/** The levels of the first three critical bands, from the eleven third octaves below 300 Hz, corrected for equal loudness. */
function lowBands(levelsDb: readonly number[]): number[] {
  const corrected = levelsDb.slice(0, 11).map((level, band) => {
    const at = RANGES.findIndex((most, i) => level <= most - LOW[i]![band]!);
    return power(level + LOW[at < 0 ? RANGES.length - 1 : at]![band]!);
  });
  const sum = (from: number, to: number) => corrected.slice(from, to).reduce((all, part) => all + part, 0);
  return [decibel(sum(0, 6)), decibel(sum(6, 9)), decibel(sum(9, 11))];
}

/** Core loudness of each critical band, sone/Bark, and nothing after the last. */
function coreLoudness(levelsDb: readonly number[]): number[] {
  const low = lowBands(levelsDb);
  const core = QUIET.map((quietDb, i) => {
    const level = (i < 3 ? low[i]! : levelsDb[i + 8]!) - EAR[i]!;
    if (!(level > quietDb)) return 0;
    const threshold = 0.0635 * 10 ** (0.025 * quietDb);
    const above = (1 - 0.25 + 0.25 * 10 ** ((level - WIDTHS[i]! - quietDb) / 10)) ** 0.25 - 1;
    return Math.max(0, threshold * above);
  });
  core[0]! *= Math.min(1, 0.4 + 0.32 * core[0]! ** 0.2);
  return [...core, 0];
}

/**
 * Loudness of a steady sound in a free field, sone, from its third-octave levels, dB, from 25 Hz to 12.5 kHz (28 of them), by
 * Zwicker's method: core loudness of critical bands, and the slopes of masking between them (ISO 532-1, stationary).
 *
 * @example loudnessSone(Array.from({ length: 28 }, (_, i) => (i === 16 ? 40 : -60))) → 1
 *
 * @throws where there are not 28 levels
 */
export function loudnessSone(levelsDb: readonly number[]): number {
  if (levelsDb.length !== 28 || levelsDb.some(Number.isNaN))
    throw new RangeError(`loudnessSone: 28 levels were expected, got ${levelsDb.length}`);
  const core = coreLoudness(levelsDb);
  let total = 0;
  let from = 0;
  let height = 0;
  let step = 0;
  core.forEach((own, i) => {
    const end = ENDS[i]! + 0.0001;
    const slopes = Math.min(7, Math.max(0, i - 1));
    while (from < end) {
      let to = end;
      let next = own;
      if (height > own) {
        // Masked by what lies lower: down the slope, until it meets the band's own loudness or its end.
        const slope = SLOPES[step]![slopes]!;
        next = Math.max(own, STEPS[step]!);
        to = from + (height - next) / slope;
        if (to > end) {
          to = end;
          next = height - (to - from) * slope;
        }
        total += ((to - from) * (height + next)) / 2;
      } else {
        if (height < own) {
          step = STEPS.findIndex((least) => least < own);
          if (step < 0) step = STEPS.length - 1;
        }
        total += own * (to - from);
      }
      while (step < STEPS.length - 1 && next <= STEPS[step]!) step += 1;
      from = to;
      height = next;
    }
  });
  return Math.max(0, total);
}

/**
 * Loudness level of a loudness, phon: 40 phon are one sone, and ten more are twice as loud (ISO 532-1).
 *
 * @example loudnessLevelPhon(4) → 60
 *
 * @throws where the loudness is negative
 */
export function loudnessLevelPhon(sone: number): number {
  if (!(sone >= 0)) throw new RangeError(`loudnessLevelPhon: sone must be 0 or more, got ${sone}`);
  if (sone >= 1) return 40 + 10 * Math.log2(sone);
  return Math.max(3, 40 * (sone + 0.0005) ** 0.35);
}
