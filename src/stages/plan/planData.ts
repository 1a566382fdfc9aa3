import type { Load } from '@/core/runs/load';
import type { GroupedReading } from '@/core/statistics/varianceComponents';
import type { EarlyLook } from '@/core/plan/earlyLooks';
import type { PlanSheet } from '@/core/plan/planSheet';
import type { PlanEntry } from '@/core/plan/planSettings';
import type { RigScatter } from '@/core/plan/smallestDifference';
import type { DoneRun } from '@/core/plan/doneRuns';
import type { KeptSheet } from '@/ui/form/useSheet';

/** What the Plan page is given. */
export interface PlanData {
  roundUpId: number;
  title: string;
  sheet: KeptSheet<PlanSheet>;
  entries: (PlanEntry & { name: string })[];
  loads: Load[];
  scatter: RigScatter;
  /** In what differences are told: kelvins, or of fans by their air percent of what they move. */
  unit: 'K' | '%';
  scatterFrom: string;
  done: DoneRun[];
  deadline: string;
  risesK: Record<string, Record<string, number>>;
  /** What was repeated on this rig: its spread is told of it in a worker. */
  repeated: GroupedReading[];
  /** What stood here and on another rig or revision. */
  acrossRigs: GroupedReading[];
  /** Whether who is first can be told by now; null before two have a place. */
  look: EarlyLook | null;
  /** Minute of today and the day, where the server stands. */
  now: { day: string; minute: number };
}
