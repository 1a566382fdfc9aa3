/** Slope of the rise under which a run counts as settled, K/min (FORMATS step 1). */
export const STEADY_K_PER_MIN = 0.12;
/** A fit that sees less than this still to come sees a settled run, K (FORMATS step 1). */
export const STILL_TO_COME_K = 0.3;
