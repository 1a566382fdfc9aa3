import type { LevelCorrection } from '../levels/levelCorrection';
import type { AsideAs } from './aside';
import type { Load } from './load';

/** One measurement at one operating point, from the importer to the screen; who holds it adds where it belongs. */
export interface Run extends Load {
  mount: number;
  pass: number;
  setting: string;
  control: 'fixed' | 'automatic';
  /** Level as read at the rig's meter place, and of the room with everything running but the entry, dB(A). */
  noiseDb: number;
  floorDb: number;
  dutyPct: number | null;
  rpm: number | null;
  startedAt: string;
  note: string;
  /** Why the run does not count; empty where it does. */
  setAside: string;
  asideAs: AsideAs;
  /** Settled window moved by hand, s in the log's clock, and why. */
  movedWindow: { startS: number; endS: number } | null;
  windowReason: string;
  /** Settled means typed by hand, where no log tells them. */
  typedCpuC: number | null;
  typedAmbientC: number | null;
  typedPowerW: number | null;
  /** Half-width of the 95 % interval of a typed room reading, K. */
  ambientDoubtK: number | null;
  /** What its readings of the level are corrected by, on request; null where they stand as read. */
  levelCorrection: LevelCorrection | null;
}

/** What nobody has said of a run that was just made. */
export const NEW_RUN = {
  typedCpuC: null,
  typedAmbientC: null,
  typedPowerW: null,
  dutyPct: null,
  note: '',
  setAside: '',
  asideAs: '',
  movedWindow: null,
  windowReason: '',
  ambientDoubtK: null,
  levelCorrection: null,
} as const satisfies Partial<Run>;
