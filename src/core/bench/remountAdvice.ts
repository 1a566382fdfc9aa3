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
 */
export function remountAdvice(
  repeats: readonly Repeat[],
  rejected: readonly Repeat[],
  at: { entry: string; mount: number },
): RemountAdvice {
  const mountOf = new Map(repeats.map((of) => [of.run, of]));
  const apart = standsApart(repeats)
    .filter((of) => of.what === 'mount' && of.byK > 0 && mountOf.get(of.run)!.entry === at.entry)
    .map((of) => ({ mount: mountOf.get(of.run)!.mount, byK: of.byK }));
  const told = apart.find((of) => of.mount === at.mount) ?? apart[0];
  if (!told) return { advice: 'none' };
  const newest = repeats.filter((of) => of.entry === at.entry && of.mount === told.mount);
  const pointOf = (of: Repeat) => `${of.load}\n${of.setting}`;
  const agreeing = [...groupBy(rejected, (of) => of.mount).values()].filter((tried) => {
    const differences = tried.flatMap((of) =>
      newest.filter((now) => pointOf(now) === pointOf(of)).map((now) => now.value - of.value),
    );
    return differences.length > 0 && Math.abs(mean(differences)) < AGREE_K;
  });
  const tries = agreeing.length + 1;
  return tries >= TRIES ? { advice: 'stands', ...told, tries } : { advice: 'remount', ...told };
}
