import { standsApart, type Repeat } from '../flags/standsApart';
import { groupBy } from '../statistics/groupBy';
import { mean } from '../statistics/mean';

export type RemountAdvice =
  | { advice: 'none' }
  /** This mount stands so far over its entry's other mounts, K: mount it again. */
  | { advice: 'remount'; mount: number; byK: number }
  /** Three tries agree: it is the product, not the hand. */
  | { advice: 'stands'; mount: number; byK: number; tries: number };

/** Tries that differ by less than this agree, K. */
const AGREE_K = 1;
const TRIES = 3;

/**
 * Whether an entry's last mount should be made again: where `standsApart` tells it (or another of its mounts) over its
 * siblings. `repeats` are the counting runs of the round-up; `rejected` the runs of earlier tries at the same mount,
 * each try under a mount number of its own. Where the last try and two rejected ones agree within 1 K over the settings
 * they share, the result stands.
 *
 * Example: A mount 1.8 K over its two siblings, which lie within 0.4 K: mount it again, once.
 */
export function remountAdvice(
  repeats: readonly Repeat[],
  rejected: readonly Repeat[],
  at: { entry: string; mount: number },
): RemountAdvice {
  const mountOf = new Map(repeats.map((repeat) => [repeat.run, repeat]));
  const apart = standsApart(repeats)
    .filter((apart) => apart.what === 'mount' && apart.byK > 0 && mountOf.get(apart.run)!.entry === at.entry)
    .map((apart) => ({ mount: mountOf.get(apart.run)!.mount, byK: apart.byK }));
  const told = apart.find((other) => other.mount === at.mount) ?? apart[0];
  if (!told) return { advice: 'none' };
  const newest = repeats.filter((repeat) => repeat.entry === at.entry && repeat.mount === told.mount);
  const pointOf = (repeat: Repeat) => `${repeat.load}\n${repeat.setting}`;
  const agreeing = [...groupBy(rejected, (repeat) => repeat.mount).values()].filter((tried) => {
    const differences = tried.flatMap((repeat) =>
      newest.filter((now) => pointOf(now) === pointOf(repeat)).map((now) => now.value - repeat.value),
    );
    return differences.length > 0 && Math.abs(mean(differences)) < AGREE_K;
  });
  const tries = agreeing.length + 1;
  return tries >= TRIES ? { advice: 'stands', ...told, tries } : { advice: 'remount', ...told };
}
