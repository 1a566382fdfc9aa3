import type { BridgeView } from '@/core/bridge/bridgeView';

export interface BridgeData {
  roundUpId: number;
  sources: { id: number; name: string; runs: number }[];
  loads: { key: string; label: string }[];
  load: string;
  lineDb: number;
  made: BridgeView | null;
}
