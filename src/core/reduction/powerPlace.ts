/** What a power meter sees: the watts of the die, or those of a board or a wall, which are not the cooler's (FORMATS step 3a). */
export const POWER_PLACES = ['die', 'board', 'wall'] as const;
export type PowerPlace = (typeof POWER_PLACES)[number];

/** Where the power of a run comes from; read at a board or a wall it checks the load and restates nothing. */
export type PowerSource = 'measured' | 'nominal' | 'board' | 'wall';
