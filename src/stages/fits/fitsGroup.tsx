import type { PageEntry } from '@/lab/model/pageEntries';
import type { Advice } from '@/core/judgement/advice';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';

const HEADINGS: Record<Advice['status'], string> = {
  fits: 'Fits',
  open: 'Too close to call',
  misses: 'Does not fit',
};

/** Entries of one answer, each with its margin or why not. */
export function FitsGroup({
  status,
  found,
  byEntry,
}: {
  status: Advice['status'];
  found: readonly Advice[];
  byEntry: ReadonlyMap<string, PageEntry & { price: number | null }>;
}) {
  return (
    <section aria-label={HEADINGS[status]}>
      <h3 className="font-display pb-1 text-[16px] font-bold">{HEADINGS[status]}</h3>
      <table className="figure-table">
        <thead>
          <tr>
            <th scope="col">Entry</th>
            <th scope="col" className="num">
              Die, °C
            </th>
            <th scope="col" className="num">
              Margin, K
            </th>
            <th scope="col" className="num">
              dB(A)
            </th>
            <th scope="col" className="num">
              Price
            </th>
            <th scope="col">{status === 'fits' ? '' : 'Why not'}</th>
          </tr>
        </thead>
        <tbody>
          {found.map((item) => {
            const entry = byEntry.get(item.entry)!;
            return (
              <tr key={item.entry} data-entry={item.entry}>
                <td className="min-w-40">
                  <span className="flex items-center gap-1.5">
                    <EntryMark position={entry.position} />
                    <span dir="auto">{entry.product}</span>
                  </span>
                </td>
                <td className="num whitespace-nowrap">
                  {item.dieC === null ? (
                    '–'
                  ) : (
                    <>
                      <b>{figure(item.dieC, 1)}</b>{' '}
                      <span className="text-[13px] text-ink2">± {figure(item.interval95, 1)}</span>
                    </>
                  )}
                </td>
                <td className="num">{item.marginK === null ? '–' : figure(item.marginK, 1)}</td>
                <td className="num">{item.levelDb === null ? '–' : figure(item.levelDb, 1)}</td>
                <td className="num">{entry.price === null ? '–' : figure(entry.price, 2)}</td>
                <td className={status === 'misses' ? 'text-ink2' : 'text-warn'}>{item.misses.join('; ')}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
