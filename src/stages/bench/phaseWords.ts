import { loadLabel } from '@/core/runs/load';
import type { BenchState } from '@/core/bench/benchState';
import { settingKind } from '@/core/bench/settingDuty';

/** A fan setting as a person says it. */
export function fansWords(setting: string): string {
  const kind = settingKind(setting);
  if (kind.kind === 'line') return `fans to ${setting}`;
  if (setting === 'stopped') return 'fans stopped';
  return `fans ${setting}`;
}

/** The one thing that is going on, large. */
export function headline(state: BenchState): string {
  const point = state.points[state.at];
  switch (state.phase) {
    case 'mount':
      return `Put on ${state.name}`;
    case 'floor':
      return 'Reading the room alone';
    case 'warm-up':
      return `Warming up at ${loadLabel(state.points[0]!)}`;
    case 'trim':
      return `Bringing the fans to ${point!.setting}`;
    case 'soak':
      return `Soak at ${loadLabel(point!)}, ${fansWords(point!.setting)}`;
    case 'reading':
      return 'Reading the meter';
    case 'cool-down':
      return 'Let it cool';
    case 'done':
      return `${state.name}, mount ${state.mount}: done`;
    case 'stopped':
      return state.alarm ? 'The guard has stopped it' : 'Stopped';
  }
}

/** What comes after the step in hand, the nearest first; minutes are those of the bench clock. */
export function nextSteps(state: BenchState, soakMin: number): { what: string; when: string }[] {
  const steps: { what: string; when: string }[] = [];
  const { phase } = state;
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
