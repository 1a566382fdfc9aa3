import type { Bridge, BridgedRow, SharedPoint } from '@/core/bridge/bridge';
import type { Apart } from '@/core/bridge/standTogether';
import type { Outcome } from '@/core/outcome';

export interface BridgeData {
  roundUpId: number;
  sources: { id: number; name: string; runs: number }[];
  loads: { key: string; label: string }[];
  load: string;
  lineDb: number;
  made: {
    source: { id: number; name: string; runs: number };
    apart: Apart[];
    shared: (SharedPoint & { product: string })[];
    bridge: Outcome<Bridge>;
    rows: BridgedRow[];
    refused: { product: string; reason: string }[];
    inUse: boolean;
  } | null;
}
