import type { PlacedFan } from '@/core/cases/layoutSketch';
import type { RoundUpView } from './roundUpView';

/** An entry as pages name it; its place in the line-up gives colour and marker. */
export interface PageEntry {
  entry: string;
  product: string;
  position: number;
  samplesOf: string | null;
  /** Where its fans sit in the case; empty where it is no layout. */
  layout: PlacedFan[];
}

/** The entries of a round-up as pages name them. */
export const placedEntries = ({ entries }: RoundUpView): PageEntry[] =>
  entries.map(({ entry, product, samplesOf, layout }, position) => ({
    ...{ entry, product, position, samplesOf, layout },
  }));
