import type { PlacedFan } from '@/core/cases/layoutSketch';
import type { Outcome } from '@/core/outcome';

/** An entry of a bundle as readers see it. */
export interface NamedEntry {
  entry: string;
  name: string;
  maker: string;
  fans: string;
  layout: PlacedFan[];
  position: number;
  heightMm: number | null;
  /** What is noted of its product and sample, for readers. */
  facts: string[];
  /** In the brief's currency. */
  price: Outcome<number>;
}
