/** A heat load: fixed watts, or a named program that keeps its measured watts; 0 W is idle. */
export interface Load {
  loadW: number;
  /** Name of a program; empty at fixed watts. */
  loadName: string;
  /** Load of a graphics card beside it, W; 0 where there is none. */
  gpuLoadW: number;
}

/** Same load, same key: what runs of one curve share. */
export function loadKey(load: Load): string {
  return [load.loadW, load.gpuLoadW, load.loadName].join('|');
}

/** The load in a person's words: "170 W", "idle", "render, 140 W", "90 W + 200 W graphics". */
export function loadLabel(load: Load): string {
  const watts = load.loadW === 0 ? 'idle' : `${load.loadW} W`;
  const processor = load.loadName ? `${load.loadName}, ${watts}` : watts;
  return load.gpuLoadW > 0 ? `${processor} + ${load.gpuLoadW} W graphics` : processor;
}
