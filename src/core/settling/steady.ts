/** Slope of the rise under which a run counts as settled, K/min (FORMATS step 1). */
export const STEADY_K_PER_MIN = 0.12;
