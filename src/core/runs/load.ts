/** A heat load: fixed watts, or a named program that keeps its measured watts; 0 W is idle. */
export interface Load {
  loadW: number;
  /** Name of a program; empty at fixed watts. */
  loadName: string;
  /** Load of a graphics card beside it, W; 0 where there is none. */
  gpuLoadW: number;
}

/**
 * A load of fixed watts, with no graphics card beside it.
 *
 * @example fixedLoad(170) → { loadW: 170, loadName: '', gpuLoadW: 0 }
 */
export function fixedLoad(loadW: number): Load {
  return { loadW, loadName: '', gpuLoadW: 0 };
}

/**
 * Same load, same key: what runs of one curve share, and how a load stands in an address. “170”, “90+200” with a
 * graphics load, “140~render” for a program.
 *
 * @example loadKey({ loadW: 90, loadName: '', gpuLoadW: 200 }) → '90+200'
 */
export function loadKey({ loadW, gpuLoadW, loadName }: Load): string {
  return `${loadW}${gpuLoadW > 0 ? `+${gpuLoadW}` : ''}${loadName ? `~${loadName}` : ''}`;
}

/**
 * The load in a person's words: "170 W", "idle", "render, 140 W", "90 W + 200 W graphics".
 *
 * @example loadLabel({ loadW: 140, loadName: 'render', gpuLoadW: 0 }) → 'render, 140 W'
 */
export function loadLabel(load: Load): string {
  const watts = load.loadW === 0 ? 'idle' : `${load.loadW} W`;
  const processor = load.loadName ? `${load.loadName}, ${watts}` : watts;
  return load.gpuLoadW > 0 ? `${processor} + ${load.gpuLoadW} W graphics` : processor;
}

const LOAD =
  /^(?:(?<name>.*?\S),?\s+)?(?<watts>\d+(?:[.,]\d+)?)\s*W?(?:\s*\+\s*(?<gpu>\d+(?:[.,]\d+)?)\s*W?(?:\s*graphics)?)?$/i;

/**
 * A load from what a reviewer writes, as `loadLabel` or shorter: “170”, “170 W”, “idle”, “render, 140 W”, “render 140”,
 * “90 W + 200 W graphics”. Null where it names no watts.
 *
 * @example parseLoad('90 W + 200 W graphics') → { loadW: 90, loadName: '', gpuLoadW: 200 }
 */
export function parseLoad(text: string): Load | null {
  const plain = text.trim();
  if (/^(?:idle|0)$/i.test(plain)) return { loadW: 0, loadName: '', gpuLoadW: 0 };
  const found = LOAD.exec(plain)?.groups;
  if (!found) return null;
  const number = (other: string | undefined) => (other === undefined ? 0 : Number(other.replace(',', '.')));
  return {
    loadW: number(found.watts),
    loadName: (found.name ?? '').replace(/,$/, ''),
    gpuLoadW: number(found.gpu),
  };
}

/**
 * Whether a load is one of fixed watts: there a rise is restated at them, and K/W is its scale.
 *
 * @example isFixedWatts({ loadW: 140, loadName: 'render' }) → false
 */
export function isFixedWatts({ loadW, loadName }: Pick<Load, 'loadW' | 'loadName'>): boolean {
  return loadW > 0 && loadName === '';
}

/**
 * Nothing is loaded: no watts, no card, no program.
 *
 * @example isIdle({ loadW: 0, loadName: '', gpuLoadW: 0 }) → true
 */
export function isIdle(load: Load): boolean {
  return load.loadW === 0 && load.gpuLoadW === 0 && load.loadName === '';
}
