import type { Load } from './load';

/** A run that was deleted: it stays in the lab, and can be brought back. */
export interface DeletedRun extends Load {
  id: number;
  label: string;
  entry: string;
  /** As pages call the entry. */
  product: string;
  setting: string;
  mount: number;
  pass: number;
  version: number;
  deletedAt: Date;
}
