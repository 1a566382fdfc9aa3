import type { RoundUpView } from './roundUpView';

/** An entry as pages name it; its place in the line-up gives colour and marker. */
export interface PageEntry {
  entry: string;
  product: string;
  position: number;
  samplesOf: string | null;
}

/** The entries of a round-up as pages name them. */
export const placedEntries = ({ entries }: RoundUpView): PageEntry[] =>
  entries.map(({ entry, product, samplesOf }, position) => ({ entry, product, position, samplesOf }));
