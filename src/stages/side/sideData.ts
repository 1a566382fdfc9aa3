import type { SideColumn } from '@/core/ranking/sideColumn';

export interface SideEntry {
  entry: string;
  product: string;
  position: number;
}

/** Two entries of one product that differ in one thing, and what it brings. */
export interface SidePair {
  base: string;
  other: string;
  differs: string;
  load: string;
  atLine: { difference: number; interval95: number; isOpen: boolean } | null;
  fullK: number | null;
  fullDb: number | null;
  slowerShare: number | null;
  moreMoney: number | null;
}

/** All entries by all that they were measured by, at one noise line. */
export interface SideData {
  roundUpId: number;
  lineDb: number;
  entries: SideEntry[];
  columns: SideColumn[];
  /** The columns are of every entry at its fastest; else all stand at the line. */
  atFull: boolean;
  /** Places the other way, at the line or at full speed, by column and entry. */
  elsewhere: Record<string, Record<string, [number, number]>>;
  pairs: SidePair[];
  currency: string;
}
