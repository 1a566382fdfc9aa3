import { figure } from '@/ui/marks/figures';
import type { LeftOutCheck } from '@/core/bridge/bridge';

/** Each shared point by the bridge of all others: whether it says what was measured. */
export function LeftOut({ checks }: { checks: readonly LeftOutCheck[] }) {
  return (
    <section aria-label="Each left out" className="w-0 min-w-full overflow-x-auto" tabIndex={0} role="region">
      <h3 className="pb-1 font-display text-[16px] font-bold">Each left out in turn</h3>
      <table className="figure-table max-w-3xl">
        <thead>
          <tr>
            <th scope="col">Entry</th>
            <th scope="col">Setting</th>
            <th scope="col" className="num">
              bridged without it, K
            </th>
            <th scope="col" className="num">
              measured here, K
            </th>
            <td />
          </tr>
        </thead>
        <tbody>
          {checks.map((check) => (
            <tr key={`${check.entry} ${check.point}`}>
              <td dir="auto">{check.entry}</td>
              <td>{check.point}</td>
              <td className="num">
                {figure(check.predicted, 1)} ± {figure(check.interval95, 1)}
              </td>
              <td className="num">{figure(check.y, 1)}</td>
              <td className={check.holds ? 'text-ok' : 'text-warn'}>{check.holds ? 'holds' : '▲ outside'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
