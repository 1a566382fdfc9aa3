import { plural } from '@/core/words';
import type { DoubtSource } from '@/core/uncertainty/doubtParts';
import type { JudgedItem } from '@/lab/orders/beyond/beyondPage';

/** Parts of a ± that need no more to be known to be said. */
const WORDS: Record<Exclude<DoubtSource, 'mounts'>, string> = {
  correction: 'the correction of a meter that was off, through the slope of the curve',
  step: 'the steps in which the temperature sensors read',
  readings: 'the scatter of readings at its place',
  interpolation: 'what the curve may miss between two settings',
  settling: 'what was still to come when the window ended',
  room: 'a room temperature typed by hand',
  floor: 'the room’s noise, which is taken off the meter reading',
  law: 'the fan law by which it is converted to this speed',
  line: 'the tenths by which the line is missed',
  passes: 'reading it again at one mount',
  meter: 'the sound meter, as far as slopes differ',
  watts: 'the power meter, as far as rises differ',
};

type Doubted = Pick<JudgedItem, 'placed' | 'mounts' | 'rig'>;

/** What remounting is known by, in words: its own mounts, those of the rig, or nothing. */
function knownBy({ placed, mounts }: Doubted, { freedom, earlier }: JudgedItem['rig']): string {
  const remounts = plural(Math.round(freedom), 'remount');
  if (placed.spreadSource === 'assumed') return 'assumed: nothing was mounted twice';
  const rig = earlier > 0 ? `${remounts} on this rig` : `${remounts} of this round-up`;
  return placed.spreadSource === 'own'
    ? `from its ${mounts} mounts and ${rig}`
    : `from ${rig}, none of its own`;
}

/** A part of the ± of an entry in words. */
export const partWords = (key: DoubtSource, item: Doubted): string =>
  key === 'mounts' ? `remounting, ${knownBy(item, item.rig)}` : WORDS[key];

/** What would shrink ± most, by its largest part; empty where nothing at the bench does. */
export function remedyOf(largest: DoubtSource, { mounts }: Pick<JudgedItem, 'mounts'>): string {
  if (largest === 'mounts')
    return mounts < 2 ? 'A second mount would shrink it most.' : 'A further mount would shrink it most.';
  if (largest === 'passes') return 'Further passes would shrink it most.';
  if (largest === 'interpolation') return 'A setting at the line would shrink it most.';
  if (largest === 'line') return 'A setting nearer to the line would shrink it most.';
  if (largest === 'floor')
    return 'A quieter room, or a reading of it with every mount, would shrink it most.';
  if (largest === 'settling') return 'A longer soak would shrink it most.';
  if (largest === 'meter')
    return 'Repeats do not shrink the sound meter’s part; a meter of a better class would.';
  if (largest === 'watts')
    return 'Repeats do not shrink the power meter’s part; a meter of a better class would.';
  if (largest === 'step') return 'Sensors that read in finer steps would shrink it most.';
  if (largest === 'readings') return 'Further readings at its place would shrink it most.';
  if (largest === 'room') return 'A room temperature from a log would shrink it most.';
  if (largest === 'law') return 'A run at this speed would shrink it most.';
  return '';
}
