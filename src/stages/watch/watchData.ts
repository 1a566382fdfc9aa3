import type { DoubtNotice } from '@/core/drift/inDoubt';
import type { MeterOff } from '@/core/drift/meterOff';
import type { DriftLine } from '@/core/drift/driftLine';
import type { Outcome } from '@/core/outcome';

export interface WatchPoint {
  atMs: number;
  value: number;
  mean: number | null;
  sd: number | null;
  z: number | null;
  revision: number;
  mount: number;
  uncertainty: number | null;
  /** Which rules it breaks, in words; empty where none. */
  says: string;
}

export interface WatchData {
  roundUpId: number;
  rig: string;
  response: { id: string; name: string; unit: string; decimals: number };
  responses: { id: string; name: string }[];
  revisions: { revision: number; startedMs: number; reason: string }[];
  courses: { entryId: number; product: string; points: WatchPoint[]; drift: Outcome<DriftLine> }[];
  doubt: DoubtNotice | null;
  catches: { shift: number; controls: number | null; runs: number | null }[];
  sd: number | null;
  instruments: {
    name: string;
    unit: string;
    decimals: number;
    points: WatchPoint[];
    limit: number | null;
  }[];
  meter: MeterOff;
  undated: number;
}
