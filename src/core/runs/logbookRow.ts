import type { AsideAs } from './aside';
import type { RunState } from './runState';

/** A run as the logbook lists it. */
export interface LogbookRow {
  id: number;
  label: string;
  entry: string;
  product: string;
  position: number;
  load: string;
  loadLabel: string;
  loadW: number;
  setting: string;
  pass: number;
  mount: number;
  noiseDb: number;
  floorDb: number;
  levelDb: number;
  isUpperBound: boolean;
  ambientC: number;
  powerW: number;
  powerMeasured: boolean;
  riseK: number;
  resistanceKPerW: number | null;
  state: RunState;
  flagged: boolean;
  notes: string;
  /** Why it does not count; empty where it does. */
  setAside: string;
  asideAs: AsideAs;
  version: number;
  /** Values of the columns that were chosen, in their order; null where a run has none. */
  values: (number | null)[];
}

/** A value of a run that the logbook can show as a column. */
export interface ValueColumn {
  /** Response and place, as they stand in the address. */
  key: string;
  name: string;
  unit: string;
  decimals: number;
}
