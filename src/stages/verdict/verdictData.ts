import type { Ranking } from '@/core/ranking/rankAtLine';

export interface VerdictEntry {
  entry: string;
  product: string;
  maker: string;
  fans: string;
  price: number | null;
  currency: string;
  heightMm: number | null;
  position: number;
}

export interface VerdictData {
  roundUpId: number;
  entries: VerdictEntry[];
  loads: { key: string; label: string }[];
  load: string;
  loadLabel: string;
  lineDb: number;
  referenceAmbientC: number;
  ranking: Ranking;
  method: string[];
}
