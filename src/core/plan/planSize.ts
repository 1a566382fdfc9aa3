import { repeatsOf, type PlanEntry, type PlanSettings } from './planSettings';

/** Years of evenings for one bench; beyond it a sheet is a slip, and laying it out would hold everybody up. */
export const MOST_READINGS = 10_000;
export const MOST_MOUNTINGS = 2000;

export interface PlanSize {
  mountings: number;
  controls: number;
  readings: number;
}

/**
 * How large a plan would be, by counting alone: nothing is laid.
 *
 * Example: Eight entries, two mounts, three settings and two loads: 16 mountings with six points each.
 */
export function planSize(settings: PlanSettings, entries: readonly PlanEntry[], loads: number): PlanSize {
  const control = entries.find((entry) => entry.isControl);
  const others = entries.filter((entry) => entry !== control);
  const repeats = others.map((entry) => ({ ...repeatsOf(settings, entry.entry), entry }));
  const remounts = repeats.reduce((sum, { mounts }) => sum + Math.max(0, mounts), 0);
  const between = remounts > 0 ? Math.floor((remounts - 1) / Math.max(1, settings.controlEvery)) : 0;
  const controls = control ? 1 + between + (others.length > 0 ? 1 : 0) : 0;
  const settingsOf = (entry: PlanEntry) => (entry.ownSettings ?? settings.settings).length;
  const readings = repeats.reduce(
    (sum, { entry, mounts, passes }) => sum + settingsOf(entry) * mounts * passes * loads,
    0,
  );
  return {
    mountings: remounts + controls,
    controls,
    readings: readings + (control ? settingsOf(control) * loads * controls : 0),
  };
}

/**
 * Why a plan is too large to be laid, in words; null where it is not.
 *
 * Example: A plan of 40 entries with 10 mounts of 12 settings at 5 loads: words that say it is too large.
 */
export function tooLarge(
  settings: PlanSettings,
  entries: readonly PlanEntry[],
  loads: number,
): string | null {
  const { mountings, readings } = planSize(settings, entries, loads);
  if (mountings <= MOST_MOUNTINGS && readings <= MOST_READINGS) return null;
  const count = (n: number) => n.toLocaleString('en');
  return `${count(readings)} readings on ${count(mountings)} mounts: at most ${count(MOST_READINGS)} on ${count(MOST_MOUNTINGS)} are laid. Fewer passes, mounts, loads or settings`;
}
