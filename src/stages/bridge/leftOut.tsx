import { figure } from '@/ui/marks/figures';
import type { LeftOutCheck } from '@/core/bridge/bridge';
import { Heads, num, unseen } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';

/** Each shared point by the bridge of all others: whether it says what was measured. */
export function LeftOut({ checks }: { checks: readonly LeftOutCheck[] }) {
  return (
    <Scrolled label="Each left out">
      <h3 className="pb-1 font-display text-[16px] font-bold">Each left out in turn</h3>
      <table className="figure-table max-w-3xl">
        <Heads
          of={[
            'Entry',
            'Setting',
            num('bridged without it, K'),
            num('measured here, K'),
            unseen('Whether it holds'),
          ]}
        />
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
    </Scrolled>
  );
}
