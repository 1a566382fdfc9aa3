import { loadLabel } from '@/core/runs/load';
import { isByAirAlone, type BenchState } from '@/core/bench/benchState';
import { PROBE_NAME } from '@/core/bench/probe';
import { settingKind } from '@/core/bench/settingDuty';

/** A fan setting as a person says it. */
export function fansWords(setting: string): string {
  const kind = settingKind(setting);
  if (kind.kind === 'line') return `fans to ${setting}`;
  if (setting === 'stopped') return 'fans stopped';
  return `fans ${setting}`;
}

/** What ends a mount at once. */
export const stopWords = (state: BenchState): string => (isByAirAlone(state) ? 'Stop' : 'Load off');

/** The one thing that is going on, large. */
export function headline(state: BenchState): string {
  const point = state.points[state.at];
  const { phase } = state;
  switch (phase) {
    case 'mount':
      return `Put ${isByAirAlone(state) ? 'up' : 'on'} ${state.name}`;
    case 'floor':
      return 'Reading the room alone';
    case 'warm-up':
      return isByAirAlone(state) ? 'The fans come on' : `Warming up at ${loadLabel(state.points[0]!)}`;
    case 'trim':
      return `Bringing the fans to ${point!.setting}`;
    case 'soak':
      if (isByAirAlone(state)) return `Fans at ${point!.setting}`;
      return `Soak at ${loadLabel(point!)}, ${fansWords(point!.setting)}`;
    case 'reading':
      return 'Reading the meter';
    case 'probe':
    case 'probe-reading': {
      const { places, at } = state.probe!;
      const { quantity, place } = places[at]!;
      const hold = phase === 'probe' ? 'Hold' : 'Reading';
      return `${hold} the ${PROBE_NAME[quantity]}, ${place}`;
    }
    case 'cool-down':
      return 'Let it cool';
    case 'paused':
      return 'Paused';
    case 'done':
      return `${state.name}, mount ${state.mount}: done`;
    case 'stopped':
      return state.alarm ? 'The guard has stopped it' : 'Stopped';
  }
}

/** The same without heat: the places left at this setting, and the settings left. */
function nextReadings(state: BenchState): { what: string; when: string }[] {
  const { phase, probe, points, at } = state;
  const steps: { what: string; when: string }[] = [];
  if (phase === 'mount') steps.push({ what: 'Read the room alone, fans off', when: '1 min' });
  const atProbe = phase === 'probe' || phase === 'probe-reading';
  const begun = atProbe || phase === 'trim' || phase === 'soak' || phase === 'reading';
  if (begun && !atProbe) steps.push({ what: 'Read the meter', when: '30 s' });
  if (begun)
    for (const { place } of probe!.places.slice(atProbe ? probe!.at + 1 : 0))
      steps.push({ what: place, when: 'under a minute' });
  for (const { setting } of points.slice(begun ? at + 1 : at))
    steps.push({ what: `Fans at ${setting}, all places`, when: `${probe!.places.length + 1} readings` });
  return steps;
}

/** What comes after the step in hand, the nearest first; minutes are those of the bench clock. */
export function nextSteps(state: BenchState, soakMin: number): { what: string; when: string }[] {
  const steps: { what: string; when: string }[] = [];
  const { phase, probe } = state;
  if (probe) return nextReadings(state);
  if (phase === 'mount') steps.push({ what: 'Read the room alone, fans off', when: '1 min' });
  if (phase === 'mount' || phase === 'floor') steps.push({ what: 'Warm up', when: '' });
  if (phase === 'trim') steps.push({ what: 'Soak at the duty found', when: `about ${soakMin} min` });
  if (phase === 'trim' || phase === 'soak') steps.push({ what: 'Read the meter', when: '30 s' });
  const begun = phase === 'trim' || phase === 'soak' || phase === 'reading';
  const left = state.points.slice(begun ? state.at + 1 : state.at);
  for (const point of left)
    steps.push({ what: `${loadLabel(point)}, ${fansWords(point.setting)}`, when: `about ${soakMin} min` });
  if (phase !== 'cool-down') steps.push({ what: 'Load off, let it cool', when: '' });
  return steps;
}
