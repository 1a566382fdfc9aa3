/** Passes of one setting at one mount: where each stood on the axis, and what was read. */
export interface Cell {
  mount: number;
  at: readonly number[];
  value: readonly number[];
}

/** A setting of an entry with all of its readings. */
export interface SweepSetting {
  /** Where it stands on the axis, and its mean, as the curve has them. */
  at: number;
  value: number;
  /** Settings of one block are pooled (FORMATS step 14); null where the curve is not judged by it. */
  block: number | null;
  cells: readonly Cell[];
}

/** All that an entry was read at, along the axis: what its mounts are compared by. */
export interface Sweep {
  entry: string;
  settings: readonly SweepSetting[];
  /** Mean level of the room in its runs, dB(A). */
  floorDb: number;
  /** Each of its mounts, two or more, has readings of the room of its own: what the room does is in what they scatter by. */
  roomInMounts: boolean;
}
