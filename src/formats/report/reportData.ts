import type { PlacedFan } from '@/core/cases/layoutSketch';
import type { CardAnswer } from '@/core/brief/methodCard';
import type { ReportVersion } from '@/core/verdict/reportVersion';

/** A row of an order as readers see it. */
export interface OrderRow {
  entry: string;
  position: number;
  name: string;
  maker: string;
  fans: string;
  /** Where its fans sit in the case; empty where it is no layout. */
  layout: PlacedFan[];
  place: string;
  value: string;
  interval95: string;
  levelDb: string;
  /** K/W and the die in the reference room, of a rise; empty otherwise. */
  resistance: string;
  atReference: string;
  price: string;
  /** What to know of it. */
  standing: string;
}

/** Whether some entry of an order has a K/W: without watts that were read there is none. */
export const hasResistance = (rows: readonly OrderRow[]): boolean =>
  rows.some(({ resistance }) => resistance !== '');

export interface OrderTable {
  /** “Rise, K” */
  heading: string;
  /** “In a 23 °C room, °C”; empty where there is none. */
  referenceHeading: string;
  rows: OrderRow[];
  sentences: string[];
  notPlaced: { name: string; reason: string }[];
  /** What was measured on another rig and carried over, a sentence each. */
  bridged: string[];
}

export interface ReportPhoto {
  alt: string;
  type: string;
  bytes: Uint8Array;
}

export type ReportPart =
  | { kind: 'text'; title: string; html: string }
  | { kind: 'ranking'; title: string; html: string; order: OrderTable }
  | { kind: 'picture'; title: string; html: string; svg: string }
  | {
      kind: 'sounds';
      title: string;
      html: string;
      /** How they were played, and how much they weigh. */
      note: string;
      clips: { name: string; position: number; line: string; wav: Uint8Array }[];
    }
  | { kind: 'awards'; title: string; html: string; given: string[]; refused: string[] }
  | {
      kind: 'entries';
      title: string;
      html: string;
      entries: {
        name: string;
        position: number;
        line: string;
        /** What is noted of the product, for readers. */
        facts: string[];
        pros: string[];
        cons: string[];
        html: string;
        photos: ReportPhoto[];
      }[];
    };

/** What lets a report answer its readers by itself. */
export interface ReportAnswers {
  /** The figures of the version, packed and deflated, as a `data:` address. */
  figures: string;
  script: string;
  /** SHA-256 of the script in base 64, by which the page allows it and no other. */
  scriptHash: string;
}

/** A verdict as one file says it. */
export interface ReportData {
  title: string;
  /** Whose work it is, and where the method stands at length. */
  by: { name: string; methodAt: string } | null;
  rigLine: string;
  version: ReportVersion | null;
  summary: string;
  parts: ReportPart[];
  method: CardAnswer[];
  rig: { what: string; value: string }[];
  setAside: { run: string; name: string; setting: string; reason: string }[];
  changes: { run: string; at: string; who: string; what: string }[];
  /** Rows of the bundle that could not be used. */
  problems: string[];
  /** The rules of computation that it was made by. */
  rules: string;
  /** The data, to take along; null where they are too large, with the reason in `dataNote`. */
  data: { name: string; bytes: Uint8Array } | null;
  dataNote: string;
  /** Null in a report without script, and where nothing was measured that could be asked for. */
  answers: ReportAnswers | null;
}
