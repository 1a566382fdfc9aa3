import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { isMissing } from '@/core/missing';
import { loadLabel } from '@/core/runs/load';
import { roundUpView } from '@/app/roundUpView';
import { notedRuns } from '@/lab/model/roundUpView';
import { DRAWN_BESIDE } from '@/core/channels/channels';
import { viewRun, type RunView } from '@/lab/runs/runView';
import { RunStage } from '@/stages/run/runStage';
import type { RunTrace } from '@/stages/run/runData';

/** Points enough for any screen; thinned by taking every nth, so that what is drawn was measured. */
const MOST_POINTS = 2000;

function thinned(channels: RunView['channels']): RunTrace | null {
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

export default async function RunPage({ params }: { params: Promise<{ id: string; run: string }> }) {
  const { id, run: runText } = await params;
  const runId = idFrom(runText);
  const all = await roundUpView(idFrom(id));
  const noted = all && notedRuns(all).find((notedRun) => notedRun.run.id === runId);
  if (!noted) notFound();
  const { channels, neighbours, changes, values, readings, more } = await viewRun(
    all.roundUp.id,
    runId,
    all.roundUp.windowS,
  );
  const { roundUp, entries } = all;
  const { run, state, notes } = noted;
  return (
    <RunStage
      data={{
        roundUpId: roundUp.id,
        run,
        entries: entries.map(({ entry, product }) => ({ entry, product })),
        position: entries.findIndex((entry) => entry.entry === run.entry),
        state,
        notes,
        changes,
        values,
        readings,
        more,
        limitC: roundUp.rig.limitC,
        windowS: roundUp.windowS,
        loadLabel: loadLabel(run),
        ...neighbours,
        trace: thinned(channels),
      }}
    />
  );
}
