import { CHANNELS } from '../channels/channels';

/** A speed that a log may hold beside what is ranked: its mean over the window that counts is kept with the run. */
export interface RunSpeed {
  /** Under which its mean is kept. */
  id: string;
  /** Its column in traces. */
  heading: string;
  name: string;
}

/** Speeds of several fans and of the pump, rpm; curves against speed stand on the first. */
export const RUN_SPEEDS: readonly RunSpeed[] = CHANNELS.flatMap((channel) =>
  'mean' in channel ? [{ ...channel.mean, heading: channel.heading }] : [],
).sort((a, b) => Number(a.heading.startsWith('pump')) - Number(b.heading.startsWith('pump')));

export const FIRST_SPEED = RUN_SPEEDS[0]!;
