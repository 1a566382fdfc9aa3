import type { SideColumn } from '@/core/ranking/sideColumn';

export interface SideEntry {
  entry: string;
  product: string;
  position: number;
}

/** All entries by all that they were measured by, at one noise line. */
export interface SideData {
  roundUpId: number;
  lineDb: number;
  entries: SideEntry[];
  columns: SideColumn[];
}
