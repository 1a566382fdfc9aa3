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
  pairs: SidePair[];
  currency: string;
}
