/** Beside the line, on either side, dB: near enough to be carried to it, far enough for a slope. */
const BESIDE_DB = 3;

const label = (levelDb: number) => `${Number(levelDb.toFixed(1))} dB(A)`;

/**
 * The fan settings of a method that tunes the fans to its noise lines: each line, and one setting on either side of the ranking one, so
 * that a line that is missed by tenths is carried to it by the entry’s own slope. Loudest first.
 *
 * @example tunedSettings([33, 28]) → ['36 dB(A)', '33 dB(A)', '30 dB(A)', '28 dB(A)']
 *
 * @param linesDba the noise lines, the ranking one first
 * @throws where there is none
 */
export function tunedSettings(linesDba: readonly number[]): string[] {
  const [ranking] = linesDba;
  if (ranking === undefined) throw new RangeError('tunedSettings: a noise line was expected, got none');
  const levels = [...linesDba, ranking + BESIDE_DB, ranking - BESIDE_DB];
  return [...new Set(levels)].sort((a, b) => b - a).map(label);
}
