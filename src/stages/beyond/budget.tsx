import { figure } from '@/ui/marks/figures';
import type { JudgedItem } from '@/lab/orders/beyond/beyondPage';
import { doubtParts } from '@/core/uncertainty/doubtParts';
import { partWords, remedyOf } from './doubtWords';
import { PartsBar } from './partsBar';

/** What the ± of an entry is made of: a bar of its parts, each in words, and what would shrink it most. */
export function Budget({ item, unit }: { item: JudgedItem; unit: string }) {
  const { shared, watts, interval95 } = item.placed;
  const parts = doubtParts(item.placed.doubt);
  const remedy = parts[0] ? remedyOf(parts[0].key, item) : '';
  // The first remount takes an assumption’s place, and may scatter by more.
  const wider = item.placed.spreadSource !== 'assumed' && item.mounts === 1;
  return (
    <section aria-label={`Where ± of ${item.product} comes from`} className="max-w-[640px] space-y-2">
      <h2 className="font-display text-[16px] font-bold">
        Where ± {figure(interval95, 2)} {unit} comes from: <span dir="auto">{item.product}</span>
      </h2>
      <PartsBar parts={parts} />
      <ul className="space-y-0.5 text-[14.5px]">
        {parts.map((part) => (
          <li key={part.key} className="flex gap-3">
            <span className="num w-[72px] shrink-0 text-right tabular-nums">
              {figure(Math.sqrt(part.variance), 2)} {unit}
            </span>
            <span className="num w-[44px] shrink-0 text-right text-ink2 tabular-nums">
              {figure(100 * part.share, 0)} %
            </span>
            <span>{partWords(part.key, item)}</span>
          </li>
        ))}
      </ul>
      {remedy && <p className="text-[14.5px]">{remedy}</p>}
      {wider && (
        <p className="text-[14.5px] text-ink2">
          It was mounted once, and others were remounted: their scatter replaces the assumption, with how far
          products differ in it. So ± can be wider than before the first remount.
        </p>
      )}
      <p className="text-[14.5px] text-ink2">
        Shared by all of this rig, so that it cancels between entries and is not in ±: the sound meter by its
        class, {figure(Math.abs(shared), 2)} {unit} through the slope
        {watts > 0 && `, and the power meter by its class, ${figure(watts, 2)} ${unit}`}. It counts in what is
        claimed outright: watts held, the die in a room. All entries are one sample of their product.
      </p>
    </section>
  );
}
