import type { Against } from '@/core/curves/curveRule';
import type { Response } from '@/core/responses/responses';
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
  /** What does not fit readers' limits, in words. */
  against: string[];
}

export interface VerdictData {
  roundUpId: number;
  entries: VerdictEntry[];
  loads: { key: string; label: string }[];
  load: string;
  loadLabel: string;
  /** Where entries are compared: noise, dB(A), speed, rpm, or duty, %. */
  lineAt: number;
  /** What is ranked and against what, and what else there is to rank. */
  response: Pick<Response, 'id' | 'name' | 'unit' | 'decimals' | 'better' | 'assumed' | 'absent'>;
  against: Against;
  place: string;
  responses: { id: string; name: string }[];
  places: string[];
  againsts: Against[];
  referenceAmbientC: number;
  /** What is compared, as a heading: cooler, fan. */
  noun: string;
  ranking: Ranking;
  /** The order at the brief's other noise lines. */
  others: { lineDb: number; ranking: Ranking }[];
  /** The brief's noise lines, the ranking one first. */
  linesDba: number[];
  method: string[];
  /** Nothing at this load has a die: what the verdict ranks was not measured. */
  withoutDie: boolean;
}
