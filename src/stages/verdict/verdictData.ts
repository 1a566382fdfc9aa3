import type { Against } from '@/core/curves/curveRule';
import type { Response } from '@/core/responses/responses';
import type { VerdictChoice } from './verdictControls';
import type { FilterData } from './readersFilter';
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

/** What an entry that does not hold the load kept going. */
export interface SustainedWords {
  setting: string;
  powerW: number | null;
  clockMhz: number | null;
  untilLimitS: number | null;
}

export interface VerdictData {
  roundUpId: number;
  entries: VerdictEntry[];
  choice: VerdictChoice;
  load: string;
  loadLabel: string;
  /** Where entries are compared: noise, dB(A), speed, rpm, or duty, %. */
  lineAt: number;
  /** What is ranked and against what, and what else there is to rank. */
  response: Pick<Response, 'id' | 'name' | 'unit' | 'decimals' | 'better' | 'assumed' | 'absent'>;
  against: Against;
  place: string;
  /** There is something else to rank. */
  hasOthers: boolean;
  referenceAmbientC: number;
  /** What is compared, as a heading: cooler, fan. */
  noun: string;
  ranking: Ranking;
  /** The order at the brief's other noise lines. */
  others: { lineDb: number; ranking: Ranking }[];
  method: string[];
  filter: FilterData;
  sustained: Record<string, SustainedWords>;
  /** Nothing at this load has a die: what the verdict ranks was not measured. */
  withoutDie: boolean;
}
