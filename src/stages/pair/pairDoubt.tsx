import type { PairData, PairItem } from '@/lab/orders/pairPage';
import { figure } from '@/ui/marks/figures';
import { partsOf, remedyOf } from '../beyond/doubtParts';

/** Names short enough to stand under a bar. */
const SHORT: Readonly<Record<string, string>> = {
  mounts: 'remounting',
  passes: 'repeats',
  interpolation: 'between settings',
  step: 'sensor steps',
  readings: 'readings',
  settling: 'remaining rise',
  room: 'room temperature',
  floor: 'room noise',
  law: 'fan law',
  line: 'missed line',
  correction: 'meter correction',
  meter: 'sound meter',
  watts: 'power meter',
};
const SHADES = ['bg-ink2', 'bg-ink2/70', 'bg-ink2/50', 'bg-ink2/35', 'bg-ink2/20'];

/** Variances of a difference: of both for themselves, of meters as far as they differ. */
function partsOfPair(one: NonNullable<PairItem['judged']>, other: NonNullable<PairItem['judged']>) {
  const sums = new Map<string, number>();
  for (const item of [one, other])
    for (const { key, variance } of partsOf(item)) sums.set(key, (sums.get(key) ?? 0) + variance);
  sums.set('meter', (one.placed.shared - other.placed.shared) ** 2);
  sums.set('watts', (one.placed.watts - other.placed.watts) ** 2);
  const total = [...sums.values()].reduce((sum, variance) => sum + variance, 0);
  return [...sums]
    .map(([key, variance]) => ({ key, share: total > 0 ? variance / total : 0 }))
    .filter(({ share }) => share > 1 / 200)
    .sort((a, b) => b.share - a.share);
}

/** What the ± of the difference is made of: a bar of its parts, named under it, and what would shrink it most. */
export function PairDoubt({ data: { one, other, rows, isInHand } }: { data: PairData }) {
  if (!one.judged || !other.judged || !isInHand) return null;
  const main = rows[0]!;
  const parts = partsOfPair(one.judged, other.judged);
  if (parts.length === 0) return null;
  const mounts = Math.min(one.judged.mounts, other.judged.mounts);
  const isAssumed = [one, other].some(({ judged }) => judged?.placed.spreadSource === 'assumed');
  return (
    <section aria-label="What ± is made of" className="space-y-2 border-t border-hairline pt-4">
      <h3 className="font-display text-[16px] font-bold">
        Where ± {figure(main.interval95, main.decimals)} {main.unit} comes from
      </h3>
      <div aria-hidden className="flex h-5 w-full gap-px overflow-hidden">
        {parts.map(({ key, share }, i) => (
          <span
            key={key}
            className={SHADES[Math.min(i, SHADES.length - 1)]}
            style={{ width: `${100 * share}%` }}
          />
        ))}
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[13.5px]">
        {parts.map(({ key, share }, i) => (
          <li key={key} className="flex items-baseline gap-1.5">
            <span aria-hidden className={`inline-block size-2.5 ${SHADES[Math.min(i, SHADES.length - 1)]}`} />
            <span className="text-ink2">{SHORT[key] ?? key}</span> {figure(100 * share, 0)} %
          </li>
        ))}
      </ul>
      <p className="text-[14px]">
        {isAssumed && 'Nothing was mounted twice, so remounting is assumed. '}
        {remedyOf(parts[0]!.key, { mounts })}
      </p>
    </section>
  );
}
