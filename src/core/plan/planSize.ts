import type { PlanEntry, PlanSettings } from './planSettings';

/** Years of evenings for one bench; beyond it a sheet is a slip, and laying it out would hold everybody up. */
export const MOST_READINGS = 10_000;
export const MOST_MOUNTINGS = 2000;

export interface PlanSize {
  mountings: number;
  controls: number;
  readings: number;
}

/** How large a plan would be, by counting alone: nothing is laid. */
export function planSize(of: PlanSettings, entries: readonly PlanEntry[], loads: number): PlanSize {
  const control = entries.find((entry) => entry.isControl);
  const others = entries.filter((entry) => entry !== control);
  const remounts = others.length * Math.max(0, of.mounts);
  const between = remounts > 0 ? Math.floor((remounts - 1) / Math.max(1, of.controlEvery)) : 0;
  const controls = control ? 1 + between + (others.length > 0 ? 1 : 0) : 0;
  const settingsOf = (entry: PlanEntry) => (entry.ownSettings ?? of.settings).length;
  const once = others.reduce((sum, entry) => sum + settingsOf(entry), 0) * loads;
  return {
    mountings: remounts + controls,
    controls,
    readings: once * of.mounts * of.passes + (control ? settingsOf(control) * loads * controls : 0),
  };
}

/** Why a plan is too large to be laid, in words; null where it is not. */
export function tooLarge(of: PlanSettings, entries: readonly PlanEntry[], loads: number): string | null {
  const { mountings, readings } = planSize(of, entries, loads);
  if (mountings <= MOST_MOUNTINGS && readings <= MOST_READINGS) return null;
  const count = (n: number) => n.toLocaleString('en');
  return `${count(readings)} readings on ${count(mountings)} mounts: at most ${count(MOST_READINGS)} on ${count(MOST_MOUNTINGS)} are laid. Fewer passes, mounts, loads or settings`;
}
