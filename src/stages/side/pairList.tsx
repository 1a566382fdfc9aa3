import { figure, signed } from '@/ui/marks/figures';
import type { ViewedPair as SidePair } from '@/lab/orders/pairs';
import type { PageEntry as SideEntry } from '@/lab/model/pageEntries';

/** What one difference brings: entries of one product that are alike but for their fans. */
export function PairList({
  pairs,
  entries,
  currency,
}: {
  pairs: readonly SidePair[];
  entries: ReadonlyMap<string, SideEntry>;
  currency: string;
}) {
  return (
    <section aria-label="Pairs" className="border-t border-hairline pt-3">
      <h3 className="font-display pb-1 text-[16px] font-bold">Effect of one change</h3>
      <div className="relative w-0 min-w-full overflow-x-auto">
        <table className="figure-table">
          <thead>
            <tr>
              <th scope="col">Entry</th>
              <th scope="col">Compared with</th>
              <th scope="col">Load</th>
              <th scope="col" className="num">
                At the line, K
              </th>
              <th scope="col" className="num">
                Full speed, K
              </th>
              <th scope="col" className="num">
                and dB
              </th>
              <th scope="col" className="num">
                {currency}
              </th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((pair) => (
              <tr key={pair.base + pair.other + pair.load}>
                <td dir="auto">{entries.get(pair.base)?.product}</td>
                <td>
                  <span dir="auto">{entries.get(pair.other)?.product}</span>
                  <span className="block text-[13px] text-ink2">
                    {pair.differs}
                    {pair.slowerShare !== null &&
                      pair.slowerShare > 0.005 &&
                      `; each turns ${figure(100 * pair.slowerShare, 1)} % slower`}
                  </span>
                </td>
                <td className="whitespace-nowrap">{pair.load}</td>
                <td
                  className={`num whitespace-nowrap ${pair.atLine?.isOpen ? 'text-ink2' : 'font-semibold'}`}
                >
                  {pair.atLine ? signed(pair.atLine.difference, 1) : '–'}
                  {pair.atLine && (
                    <span className="block text-[12.5px] font-normal text-ink2">
                      ± {figure(pair.atLine.interval95, 1)}
                      {pair.atLine.isOpen && ', tie'}
                    </span>
                  )}
                </td>
                <td className="num">{pair.fullK === null ? '–' : signed(pair.fullK, 1)}</td>
                <td className="num">{pair.fullDb === null ? '–' : signed(pair.fullDb, 1)}</td>
                <td className="num">{pair.moreMoney === null ? '–' : signed(pair.moreMoney, 2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
