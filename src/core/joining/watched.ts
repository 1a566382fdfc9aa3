import type { Quantity } from '../channels/channels';

/** Channels whose steps tell that the heat load or the fans were set anew, and the smallest step that counts of each. */
export const WATCHED: readonly { quantity: Quantity; leastStep: number; leastShare: number }[] = [
  { quantity: 'power', leastStep: 8, leastShare: 0.1 },
  { quantity: 'fan_speed', leastStep: 40, leastShare: 0.05 },
];

/** A meter's level steps with the fans; what is less may be the street. It tells clocks, and cuts nothing. */
export const METER_STEP = { quantity: 'noise_level' as const, leastStep: 2, leastShare: 0 };
