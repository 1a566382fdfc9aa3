import type { Against } from '@/core/curves/curveRule';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { Sized } from '@/core/lineUp/roomLimits';
import type { LineRule } from '@/core/ranking/rankAtLine';
import type { Response } from '@/core/responses/responses';
import type { Load } from '@/core/runs/load';

/** An entry as a reader asks about it. */
export interface ReadersEntry extends Sized {
  entry: string;
  name: string;
  /** Place in the line-up: colour and marker. */
  position: number;
}

/** The curves of a load. */
export interface ReadersLoad {
  key: string;
  label: string;
  load: Load;
  rule: Omit<LineRule, 'lineDb'>;
  curves: EntryCurve[];
}

/** What was measured of a response at a place, along an axis. */
export interface ReadersOrder {
  response: Pick<Response, 'id' | 'name' | 'unit' | 'decimals' | 'better' | 'throttles' | 'besideAll'>;
  /** Empty where it is not read at places. */
  place: string;
  against: Against;
  loads: ReadersLoad[];
}

/** The figures of a version that a report answers its readers from: frozen with it, and in its file. */
export interface ReadersCopy {
  entries: ReadersEntry[];
  orders: ReadersOrder[];
  /** The brief's lines, the ranking one first. */
  noiseLinesDba: number[];
  /** Of prices. */
  currency: string;
  /** The rig's limit and the reference room, °C. */
  limitC: number;
  roomC: number;
  meterDistanceCm: number;
  /** Where and when it was measured. */
  source: string;
}
