/**
 * Level of sources that sound at once, by energy: 10·lg Σ 10^(L/10), dB.
 *
 * addLevels([30, 30]) is 33.01.
 */
export function addLevels(levelsDb: readonly number[]): number {
  return 10 * Math.log10(levelsDb.reduce((sum, level) => sum + 10 ** (level / 10), 0));
}
