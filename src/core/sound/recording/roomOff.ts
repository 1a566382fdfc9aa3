/** A band of a recording less than this over the room alone is the room's as much as the fan's, dB (FORMATS step 5). */
export const CLEAR_DB = 3;

export interface BandAlone {
  /** Level of the band without the room, dB; null where it does not stand clear. */
  levelDb: number | null;
  /** What it is at most: the band as recorded. */
  atMostDb: number;
}

/**
 * Third octaves of a recording without the room's, band by band, by energy: L = 10·lg(10^(Lrec/10) − 10^(Lroom/10)) where the
 * band stands at least 3 dB clear of the room, as for a level (ISO 3744); below that only an upper bound.
 *
 * Example: Bands of 40 and 30 dB over a room of 37 and 29: 36.98 dB, and no level but at most 30.
 *
 * @throws where both have not the same bands
 */
export function roomOff(recordedDb: readonly number[], roomDb: readonly number[]): BandAlone[] {
  if (recordedDb.length !== roomDb.length)
    throw new RangeError(`roomOff: ${recordedDb.length} bands, and ${roomDb.length} of the room`);
  return recordedDb.map((level, band) => {
    if (level - roomDb[band]! < CLEAR_DB) return { levelDb: null, atMostDb: level };
    const levelDb = 10 * Math.log10(10 ** (level / 10) - 10 ** (roomDb[band]! / 10));
    return { levelDb, atMostDb: level };
  });
}
