/** Standard uncertainty of a rise where nothing was ever repeated, K (FORMATS step 10). */
export const ASSUMED_SPREAD_K = 0.5;
