import type { FrontStanding } from '@/core/judgement/priceFront';
import type { DatedPrice } from '@/core/lineUp/prices';
import type { KeptSheet } from '@/ui/form/useSheet';
import type { VerdictChoice } from '../verdict/verdictControls';

export interface ValueItem {
  entry: string;
  entryId: number;
  product: string;
  position: number;
  sheet: KeptSheet<{ prices: DatedPrice[] }>;
  price: number | null;
  why: string;
  dated: DatedPrice | null;
  place: {
    from: number;
    to: number;
    value: number;
    interval95: number;
    levelDb: number;
    holds: boolean;
  } | null;
  perUnit: { value: number; interval95: number } | null;
  standing: FrontStanding | null;
}

/** What each entry costs against what it does. */
export interface ValueData {
  roundUpId: number;
  choice: VerdictChoice;
  loadLabel: string;
  heading: string;
  /** What is ranked, in a word. */
  what: string;
  unit: string;
  decimals: number;
  better: 'lower' | 'higher';
  perUnitOf: string;
  currency: string;
  region: string;
  today: string;
  items: ValueItem[];
}
