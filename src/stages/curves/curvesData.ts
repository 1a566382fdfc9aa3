import type { LoadBridges } from '@/core/bridge/carried';
import type { EntryCurve } from '@/core/curves/entryCurve';
import type { Against } from '@/core/curves/curveRule';
import type { RiseShown } from '@/core/curves/shownScale';
import type { Response } from '@/core/responses/responses';
import type { LineRule } from '@/core/ranking/rankAtLine';

/** What the Curves page is given: all that moves with the line is computed from it in the browser. */
export interface CurvesData {
  roundUpId: number;
  title: string;
  entries: CurveEntry[];
  loads: CurveLoad[];
  noiseLineDba: number;
  /** The brief's lines, the ranking one first. */
  noiseLinesDba: number[];
  /** The Brief's band of noise. */
  bandDba: { from: number; to: number };
  /** What the page opens with, by the brief's school of temperature. */
  firstShown: RiseShown;
  /** What is compared and against what, and what else there is to compare. */
  response: Pick<Response, 'id' | 'name' | 'unit' | 'decimals' | 'better' | 'assumed' | 'absent'>;
  against: Against;
  place: string;
  responses: { id: string; name: string }[];
  places: string[];
  /** Fans were read against a chamber: which suits which resistance can be told. */
  hasFlow: boolean;
  /** What to know of the place: read of one entry only, say. Empty where there is nothing. */
  placeNote: string;
  againsts: Against[];
  /** Shares of parts in the level, and what fans did, in words by entry. */
  entryNotes: { entry: string; words: string[] }[];
  /** That the choice makes no difference, in words; empty where it does. */
  same: string;
  /** Name of the round-up for files, and where and when its runs were made, for pictures. */
  fileName: string;
  source: string;
  meterDistanceCm: number;
  /** What an entry is, by the brief: a cooler, a fan, a layout. */
  compared: string;
  /** Label of each run by its id. */
  runLabels: Record<string, string>;
}

export interface CurveEntry {
  entry: string;
  product: string;
  /** Place in the round-up's line-up: gives colour and marker. */
  position: number;
}

export interface CurveLoad {
  /** As it stands in the address. */
  key: string;
  label: string;
  /** Named programs and idle keep their measured watts: there K/W is not the rise on another scale. */
  fixedWatts: boolean;
  rule: Omit<LineRule, 'lineDb'>;
  curves: EntryCurve[];
  /** What was measured on another rig, and what carries it over; none but of the rise against noise. */
  bridges: LoadBridges;
  /** Of a level: the rises on the same axis, since heat and noise stand together; empty where none was measured. */
  riseCurves: EntryCurve[];
  /** Against speed: what no fan gets past, where a curve identifies it. */
  walls: CurveWall[];
  /** Of whom it cannot be told, and why. */
  wallsUnknown: { entry: string; why: string }[];
}

export interface CurveWall {
  entry: string;
  riseK: number;
  intervalK: number;
}
