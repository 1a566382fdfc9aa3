import type { Entry } from '@/core/lineUp/entry';
import type { Product } from '@/core/lineUp/product';
import type { Sample } from '@/core/lineUp/sample';
import type { KeptSheet } from '@/ui/form/useSheet';

/** An entry as the Line-up page is given it. */
export interface LineUpItem {
  entryId: number;
  code: string;
  position: number;
  isControl: boolean;
  shownName: string;
  covered: boolean;
  price: number | null;
  /** What it is made of, in words; empty where it is one price. */
  priceWords: string;
  runs: number;
  entry: KeptSheet<Entry>;
  productId: number;
  product: KeptSheet<Product>;
  sampleId: number | null;
  sample: KeptSheet<Sample> | null;
}
