import type { Load } from '../runs/load';
/** A mount of the plan that is still to be made, or to be gone on with. */
export interface UpcomingMount {
  id: string;
  entry: string;
  name: string;
  /** The fans to put on, in words; empty where none are noted. */
  fans: string;
  mount: number;
  isControl: boolean;
  /** Points left, and how long they take, min. */
  left: number;
  lastsMin: number;
  /** When it would begin, at the bench's pace from now: day and minute. */
  day: string;
  fromMin: number;
  /** Some of it was measured before. */
  begun: boolean;
  /** What is left, by heat load: its fan settings in their order. */
  points: { load: Load; settings: string[] }[];
}
