import type { BenchState } from '@/core/bench/benchState';
import type { RemountAdvice } from '@/core/bench/remountAdvice';
import type { UpcomingMount } from '@/core/plan/upcomingMount';

/** What the Bench page is given; the live part comes by events. */
export interface BenchData {
  roundUpId: number;
  planWritten: boolean;
  problem: string;
  planned: number;
  done: number;
  upcoming: UpcomingMount[];
  breaks: string[];
  soakMin: number;
  /** The fans that belong on what is on the rig, in words. */
  fansOnRig: string;
  /** The quiet hours, where it is outside of them now. */
  quietHours: { fromMin: number; toMin: number } | null;
  busyWith: { id: number; title: string } | null;
  last: { state: BenchState; advice: RemountAdvice } | null;
  origin: string;
  today: string;
}
