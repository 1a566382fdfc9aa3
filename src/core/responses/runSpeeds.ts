/** A speed that a log may hold beside what is ranked: its mean over the window that counts is kept with the run. */
export interface RunSpeed {
  /** Under which its mean is kept. */
  id: string;
  /** Its column in traces. */
  heading: string;
  name: string;
}

/** Speeds of several fans and of the pump, rpm; curves against speed stand on the first. */
export const RUN_SPEEDS: readonly RunSpeed[] = [
  { id: 'speed', heading: 'fan_rpm', name: 'Fan speed' },
  { id: 'speed-2', heading: 'fan2_rpm', name: 'Second fan’s speed' },
  { id: 'speed-3', heading: 'fan3_rpm', name: 'Third fan’s speed' },
  { id: 'speed-4', heading: 'fan4_rpm', name: 'Fourth fan’s speed' },
  { id: 'pump-speed', heading: 'pump_rpm', name: 'Pump speed' },
];

export const FIRST_SPEED = RUN_SPEEDS[0]!;
