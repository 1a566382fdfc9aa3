import type { Outcome } from '../outcome';
import type { Bridge, SharedPoint } from './bridge';
import type { BridgedRow } from './carried';
import type { Apart } from './standTogether';

/** A bridge with what it stands on and what it carries over, as a page shows it. */
export interface BridgeView {
  source: { id: number; name: string; runs: number };
  /** Why runs of both may not stand together as they are; a bridge is one of the ways out, or none. */
  apart: Apart[];
  shared: (SharedPoint & { product: string })[];
  bridge: Outcome<Bridge>;
  rows: BridgedRow[];
  /** Who is not carried over, and why. */
  refused: { product: string; reason: string }[];
  inUse: boolean;
}
