import { PART_NAMES } from '@/core/uncertainty/doubtParts';
import type { PairData } from '@/lab/orders/pairs/pairPage';
import { figure } from '@/ui/marks/figures';
import { remedyOf } from '../beyond/doubtWords';
import { PartsBar, shadeOf } from '../beyond/partsBar';

/** What the ± of the difference is made of: a bar of its parts, named under it, and what would shrink it most. */
export function PairDoubt({ inHand }: { inHand: NonNullable<PairData['inHand']> }) {
  const { row, parts, mounts, isAssumed } = inHand;
  if (parts.length === 0) return null;
  return (
    <section aria-label="What ± is made of" className="space-y-2 border-t border-hairline pt-4">
      <h3 className="font-display text-[16px] font-bold">
        Where ± {figure(row.interval95, row.decimals)} {row.unit} comes from
      </h3>
      <PartsBar parts={parts} />
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-[13.5px]">
        {parts.map(({ key, share }, i) => (
          <li key={key} className="flex items-baseline gap-1.5">
            <span aria-hidden className={`inline-block size-2.5 ${shadeOf(i)}`} />
            <span className="text-ink2">{PART_NAMES[key]}</span> {figure(100 * share, 0)} %
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
