import type { BenchRule, BenchState } from '@/core/bench/benchState';
import type { RemountAdvice } from '@/core/bench/remountAdvice';

/** A mount of the plan that is still to be made. */
export interface Upcoming {
  id: string;
  entry: string;
  name: string;
  mount: number;
  isControl: boolean;
  left: number;
  lastsMin: number;
  day: string;
  fromMin: number;
  begun: boolean;
  points: { load: string; settings: string[] }[];
}

/** What the Bench page is given; the live part comes by events. */
export interface BenchData {
  roundUpId: number;
  planWritten: boolean;
  problem: string;
  planned: number;
  done: number;
  upcoming: Upcoming[];
  breaks: string[];
  skipped: { entry: string; mount: number; load: string; setting: string; why: string }[];
  soakMin: number;
  /** The quiet hours in words, where it is outside of them now. */
  notQuiet: string;
  busyWith: { id: number; title: string } | null;
  last: { state: BenchState; advice: RemountAdvice } | null;
  pushToken: string;
  origin: string;
  today: string;
}

export interface LiveSession {
  id: number;
  mounting: string;
  state: BenchState;
  rule: BenchRule;
  clockS: number;
  ended: boolean;
  runsWritten: number;
}

export interface LiveStatus {
  instruments: { name: string; identity: string; fault: string }[];
  problem: string;
  speed: number | null;
  silentS: number | null;
}

/** Bench clock, die, room, power, rpm, level, and whether samples are missing before it. */
export type LiveSample = [
  number,
  number | null,
  number | null,
  number | null,
  number | null,
  number | null,
  boolean,
];
