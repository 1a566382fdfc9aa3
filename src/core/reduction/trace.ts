/**
 * The log of a run: channels of equal length, MISSING (see missing.ts) where there is no reading.
 * A channel the log did not hold is null.
 */
export interface Trace {
  timeS: Float64Array;
  cpuC: Float64Array;
  ambientC: Float64Array | null;
  powerW: Float64Array | null;
  /** Level at the meter, dB(A). */
  noiseDb?: Float64Array | null;
}
