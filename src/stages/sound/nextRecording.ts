import type { SoundData } from '@/lab/sound/soundPage';

type Side = Pick<SoundData['sides'][number], 'kind' | 'setAside'>;

/** Whether a side recording of a kind counts. */
export const hasSide = (sides: readonly Side[], kind: Side['kind']): boolean =>
  sides.some((side) => side.kind === kind && side.setAside === '');

/** What is to be recorded next where no entry is recorded yet. */
export function nextRecording(sides: readonly Side[]): string {
  const missing = [
    ...(hasSide(sides, 'calibration') ? [] : ['the calibration tone of the session']),
    ...(hasSide(sides, 'room') ? [] : ['the room alone']),
    'each entry at its settings',
  ];
  return `No entry is recorded yet. Record ${missing.join(', then ')}, all with the same gain.`;
}
