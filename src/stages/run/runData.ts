import type { SpotReading } from '@/core/responses/spotReading';
import type { ShownValue } from '@/core/responses/shownValue';
import type { LabRun } from '@/core/runs/labRun';
import type { RunState } from '@/core/runs/runState';

/** What the page of one run is given; channels are thinned for the chart, MISSING as null. */
export interface RunData {
  roundUpId: number;
  run: LabRun;
  position: number;
  /** Entries that the run may belong to. */
  entries: { entry: string; product: string }[];
  state: RunState;
  notes: string[];
  limitC: number;
  windowS: number;
  loadLabel: string;
  /** Labels and ids of the runs before and after. */
  before: { id: number; label: string } | null;
  after: { id: number; label: string } | null;
  trace: RunTrace | null;
  changes: RunChange[];
  /** What it came to beside the rise of its die. */
  values: ShownValue[];
  /** What was typed of other sensors, by its column. */
  more: Readonly<Record<string, string>>;
  /** What was read of it at places. */
  readings: SpotReading[];
}

/** Who changed what, when, from what to what. */
export interface RunChange {
  changedAt: Date;
  who: string;
  what: string;
  was: string;
  isNow: string;
}

export interface RunTrace {
  timeS: number[];
  /** Null where no die was logged. */
  cpuC: (number | null)[] | null;
  /** Other temperatures of the log, by what they are of. */
  sensors: { name: string; values: (number | null)[] }[];
  ambientC: (number | null)[] | null;
  powerW: (number | null)[] | null;
  fanRpm: (number | null)[] | null;
  samples: number;
}
