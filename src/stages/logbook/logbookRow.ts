import type { RunState } from '@/core/runs/runState';

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
}
