import { flatness } from '@/core/plate/flatness';
import { EntryMark, entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { PlateBox } from './plateBox';
import type { PlateItem } from '@/lab/lineUp/plates';

/** A plate as a line: how far from flat, and its depths as a box. */
export function PlateRow({
  item,
  flat,
  mostUm,
  isShown,
  onShow,
}: {
  item: PlateItem;
  flat: ReturnType<typeof flatness>;
  /** End of the scale of all boxes, µm. */
  mostUm: number;
  isShown: boolean;
  onShow: () => void;
}) {
  return (
    <tr className={isShown ? 'bg-raised' : undefined}>
      <td>
        <button
          type="button"
          className="flex cursor-pointer items-center gap-1.5 text-left"
          aria-pressed={isShown}
          onClick={onShow}
        >
          <EntryMark position={item.position} />
          <span dir="auto">{item.product}</span>
          {item.sample && <span className="text-[13px] text-ink2">sample {item.sample}</span>}
        </button>
      </td>
      {flat.known ? (
        <>
          <td className="num">
            <b>{figure(flat.value.peakToValleyUm, 0)}</b>
          </td>
          <td className="num">{figure(flat.value.rmsUm, 1)}</td>
          <td>
            <PlateBox flat={flat.value} mostUm={mostUm} colour={entryStyle(item.position).colour} />
          </td>
          <td className="num text-ink2">{flat.value.count}</td>
        </>
      ) : (
        <td colSpan={4} className="text-[14px] text-ink2">
          {item.plate.body.points.length === 0 ? 'not measured' : flat.reason}
        </td>
      )}
    </tr>
  );
}
