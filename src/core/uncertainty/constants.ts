/** Weight and freedom of the draw of a product’s own spread about the rig’s (d₀ of DOUBT). */
export const DRAW = 5;
/** The least freedom that a rig’s spread stands on: with less the assumption fills up. */
export const LEAST_FREEDOM = 6;
/** Standard uncertainty of a rise where nothing was ever remounted, K, and the freedom that it is taken to be known with. */
export const ASSUMED_SPREAD_K = 0.5;
export const ASSUMED_FREEDOM = 8;
