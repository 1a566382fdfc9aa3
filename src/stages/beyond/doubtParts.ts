import { plural } from '@/core/words';
import type { DoubtTerm } from '@/core/uncertainty/doubt';
import type { JudgedItem } from '@/lab/orders/beyondPage';

const WORDS: Record<Exclude<DoubtTerm['from'], 'mounts'>, string> = {
  correction: 'the correction of a meter that was off, through the slope of the curve',
  step: 'the steps in which the temperature sensors read',
  readings: 'the scatter of readings at its place',
  interpolation: 'what the curve may miss between two settings',
  settling: 'what was still to come when the window ended',
  room: 'a room temperature typed by hand',
  floor: 'the room’s noise, which is taken off the meter reading',
  law: 'the fan law by which it is converted to this speed',
  line: 'the tenths by which the line is missed',
};

type Doubted = Pick<JudgedItem, 'placed' | 'mounts' | 'rig'>;

export interface Part {
  key: string;
  words: string;
  variance: number;
}

/** What remounting is known by, in words: its own mounts, those of the rig, or nothing. */
function knownBy({ placed, mounts }: Doubted, { freedom, earlier }: JudgedItem['rig']): string {
  const remounts = plural(Math.round(freedom), 'remount');
  if (placed.spreadSource === 'assumed') return 'assumed: nothing was mounted twice';
  const rig = earlier > 0 ? `${remounts} on this rig` : `${remounts} of this round-up`;
  return placed.spreadSource === 'own'
    ? `from its ${mounts} mounts and ${rig}`
    : `from ${rig}, none of its own`;
}

/** What the ± of an entry is made of, part by part. */
export function partsOf(item: Doubted): Part[] {
  return item.placed.doubt.flatMap((term): Part[] => {
    if (term.from !== 'mounts') return [{ key: term.from, words: WORDS[term.from], variance: term.variance }];
    const passes = term.passesPart ?? 0;
    return [
      { key: 'mounts', words: `remounting, ${knownBy(item, item.rig)}`, variance: term.variance - passes },
      { key: 'passes', words: 'reading it again at one mount', variance: passes },
    ];
  });
}

/** What would shrink ± most, by its largest part; empty where nothing at the bench does. */
export function remedyOf(largest: string, { mounts }: Pick<JudgedItem, 'mounts'>): string {
  if (largest === 'mounts')
    return mounts < 2 ? 'A second mount would shrink it most.' : 'A further mount would shrink it most.';
  if (largest === 'passes') return 'Further passes would shrink it most.';
  if (largest === 'interpolation') return 'A setting at the line would shrink it most.';
  if (largest === 'line') return 'A setting nearer to the line would shrink it most.';
  if (largest === 'floor')
    return 'A quieter room, or a reading of it with every mount, would shrink it most.';
  if (largest === 'settling') return 'A longer soak would shrink it most.';
  return '';
}
