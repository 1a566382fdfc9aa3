import { DRAWN_BESIDE } from '@/core/channels/channels';
import { isMissing } from '@/core/missing';
import { loadLabel } from '@/core/runs/load';
import type { RoundUpView } from '../model/roundUpView';
import { notedRuns } from './notedRuns';
import { viewOwnLab } from '../roundUps/ownLab';
import { viewRun, type RunView } from './runView';

/** Points enough for any screen; thinned by taking every nth, so that what is drawn was measured. */
const MOST_POINTS = 2000;

function thinned(channels: RunView['channels']) {
  const find = (heading: string) => {
    const values = channels.find((channel) => channel.heading === heading)?.values;
    return values instanceof Float64Array && !values.every(isMissing) ? values : null;
  };
  const timeS = find('t_s');
  const cpuC = find('cpu_c');
  if (!timeS) return null;
  const every = Math.max(1, Math.ceil(timeS.length / MOST_POINTS));
  const pick = (values: Float64Array | null) =>
    values &&
    Array.from({ length: Math.ceil(values.length / every) }, (_, i) => {
      const value = values[i * every]!;
      return isMissing(value) ? null : value;
    });
  return {
    timeS: pick(timeS) as number[],
    cpuC: pick(cpuC),
    sensors: DRAWN_BESIDE.flatMap(({ heading, words }) => {
      const values = pick(find(heading));
      return values ? [{ name: words, values }] : [];
    }),
    ambientC: pick(find('ambient_c')),
    powerW: pick(find('power_w')),
    fanRpm: pick(find('fan_rpm')),
    samples: timeS.length,
  };
}

export type RunTrace = NonNullable<ReturnType<typeof thinned>>;

/** One run with all that is known of it; null where the round-up has none of that id. Channels are thinned, a missing reading is null. */
export async function runPage(view: RoundUpView, runId: number) {
  const noted = (await notedRuns(view)).find((other) => other.run.id === runId);
  if (!noted) return null;
  const { roundUp, entries } = view;
  const { run, state, notes } = noted;
  const { channels, neighbours, ...found } = await viewRun(roundUp.id, runId, roundUp.windowS);
  return {
    roundUpId: roundUp.id,
    run,
    /** Entries that the run may belong to. */
    entries: entries.map(({ entry, product }) => ({ entry, product })),
    position: entries.findIndex((entry) => entry.entry === run.entry),
    state,
    notes,
    ...found,
    people: (await viewOwnLab()).body.people,
    limitC: roundUp.rig.limitC,
    windowS: roundUp.windowS,
    loadLabel: loadLabel(run),
    ...neighbours,
    /** Null where there is no log. */
    trace: thinned(channels),
  };
}

export type RunData = NonNullable<Awaited<ReturnType<typeof runPage>>>;
export type RunChange = RunData['changes'][number];
