import type { LabRun } from '@/core/runs/labRun';
import type { RoundUp } from '@/database/roundUps';

function count(n: number, one: string, many: string): string {
  return `${n} ${n === 1 ? one : many}`;
}

function range(values: readonly number[], decimals: number): string {
  const low = Math.min(...values).toFixed(decimals);
  const high = Math.max(...values).toFixed(decimals);
  return low === high ? low : `${low} to ${high}`;
}

/** The method in sentences, made from what was really measured at one load. */
export function methodSentences(
  roundUp: RoundUp,
  runs: readonly LabRun[],
  loadLabel: string,
  lineDb: number,
): string[] {
  const { rig, windowS, referenceAmbientC } = roundUp;
  const bench = rig.enclosure === 'open' ? 'an open bench' : `a bench of the kind "${rig.enclosure}"`;
  const counting = runs.filter((run) => run.setAside === '');
  const sentences = [
    `Whole coolers as configured, at ${loadLabel} on ${bench} (${rig.name}, revision ${rig.revision}), compared at equal noise: ${lineDb.toFixed(1)} dB(A) at ${rig.meterDistanceCm} cm, with the room's own noise taken off by energy.`,
    `Each figure is the mean rise of the die over room air in the last ${Math.round(windowS / 60)} min of a settled soak, restated at the nominal load from the power that really flowed; between fan settings it is interpolated, never beyond them.`,
  ];
  if (counting.length > 0) {
    const mounts = new Set(counting.map((run) => `${run.entry}|${run.mount}`)).size;
    const entries = new Set(counting.map((run) => run.entry)).size;
    const aside = runs.length - counting.length;
    sentences.push(
      `${count(counting.length, 'run', 'runs')} over ${count(mounts, 'mount', 'mounts')} of ${count(entries, 'entry', 'entries')}; the room stood at ${range(
        counting.map((run) => run.reduction.ambientMeanC),
        1,
      )} °C and ${range(
        counting.map((run) => run.floorDb),
        1,
      )} dB(A).${aside > 0 ? ` ${count(aside, 'run was', 'runs were')} set aside, with the reason in the logbook.` : ''}`,
    );
  }
  sentences.push(
    `± is the 95 % interval; places that differ by less than the simultaneous 95 % critical difference (Tukey–Kramer) are shared. Restated temperatures are for a room of ${referenceAmbientC} °C and a limit of ${rig.limitC} °C. Levels from another room, distance or a maker's box cannot be set beside these.`,
  );
  return sentences;
}
