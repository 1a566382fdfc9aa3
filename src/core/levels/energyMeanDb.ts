/**
 * Energy mean of levels, dB: 10·lg(mean of 10^(L/10)) (ISO 1996-1, equivalent continuous level).
 *
 * energyMeanDb([30, 40]) is 37.4.
 * @throws where there is no level
 */
export function energyMeanDb(levelsDb: readonly number[]): number {
  if (levelsDb.length === 0) throw new RangeError('energyMeanDb: no levels');
  const energy = levelsDb.reduce((sum, level) => sum + 10 ** (level / 10), 0);
  return 10 * Math.log10(energy / levelsDb.length);
}
