import type { BenchRule, BenchState } from './benchState';

/** Bench clock, s; die and room, °C; power, W; fans, rpm; level, dB(A); whether samples are missing before it. */
export type LiveSample = [
  number,
  number | null,
  number | null,
  number | null,
  number | null,
  number | null,
  boolean,
];

export interface LiveSession {
  id: number;
  mounting: string;
  state: BenchState;
  rule: BenchRule;
  clockS: number;
  ended: boolean;
  runsWritten: number;
}

export interface InstrumentState {
  name: string;
  /** What it answers to *IDN?; empty where it does not. */
  identity: string;
  /** What is wrong with it, in words; empty where all is well. */
  fault: string;
}

export interface LiveStatus {
  instruments: InstrumentState[];
  /** Why nothing can be measured; empty where it can. */
  problem: string;
  /** How fast the simulated rig's clock runs; null for real instruments. */
  speed: number | null;
  /** Wall time since the bench process was last heard of, s; null before the first time. */
  silentS: number | null;
}

/** What a page that follows the bench is told. */
export interface BenchEvent {
  /** The samples begin anew: another mount, or a page that has just come. */
  fresh: boolean;
  session: LiveSession | null;
  status: LiveStatus;
  samples: LiveSample[];
}
