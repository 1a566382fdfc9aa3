import type { CoolerLevel } from '../levels/coolerLevel';
import type { MeasuredPoint } from '../curves/measuredPoint';
import { NO_DIE } from '../reduction/noResult';
import type { Reduction } from '../reduction/reduceTrace';
import type { Load } from './load';

/** A run as the lab keeps it, with what it was reduced to. */
export interface LabRun extends Load {
  id: number;
  label: string;
  /** Id of its entry within the round-up, and the product's name. */
  entry: string;
  product: string;
  isControl: boolean;
  mount: number;
  pass: number;
  setting: string;
  control: 'fixed' | 'automatic';
  noiseDb: number;
  floorDb: number;
  level: CoolerLevel;
  hasTrace: boolean;
  dutyPct: number | null;
  rpm: number | null;
  startedAt: string;
  /** Made before the round-up that shows it began. */
  isOlder: boolean;
  note: string;
  /** Why the run does not count; empty where it does. */
  setAside: string;
  /** Counts the changes by hand. */
  version: number;
  movedWindow: { startS: number; endS: number } | null;
  windowReason: string;
  typedCpuC: number | null;
  typedAmbientC: number | null;
  typedPowerW: number | null;
  /** Half-width of the 95 % interval of a typed room reading, K. */
  ambientDoubtK: number | null;
  fanCount: number | null;
  productId: number;
  reduction: Reduction;
}

/** Whether a die was measured; without one a run stands on its other readings. */
export function hasDie(run: Pick<LabRun, 'reduction'>): boolean {
  return run.reduction.unsettledReason !== NO_DIE;
}

export function labRunPoint(run: LabRun): MeasuredPoint {
  const { reduction } = run;
  return {
    run: String(run.id),
    entry: run.entry,
    mount: run.mount,
    pass: run.pass,
    setting: run.setting,
    level: run.level,
    settled: reduction.settled,
    value: reduction.riseK,
    resistanceKPerW: reduction.resistanceKPerW.known ? reduction.resistanceKPerW.value : null,
    shortfall: reduction.shortfallK,
    roomDoubtK: run.ambientDoubtK ?? 0,
  };
}
