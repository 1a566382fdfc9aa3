import type { DoubtTerm } from '@/core/uncertainty/doubt';
import { figure } from '@/ui/marks/figures';
import type { JudgedItem } from '@/lab/orders/judgementPage';

const WORDS: Record<DoubtTerm['from'], string> = {
  mounts: 'mounts: what putting it on again changes',
  passes: 'passes: what reading it again changes',
  meter: 'the sound meter, through the slope of the curve',
  correction: 'the correction of a meter that was off, through the slope',
  sensors: 'wandering of the room probe between mounts',
  step: 'the steps in which the temperature sensors read',
  readings: 'the scatter of readings at its place',
  interpolation: 'interpolation between two settings',
  settling: 'what was still to come when the window ended',
  room: 'a room temperature typed by hand',
  floor: 'the room’s noise, which is taken off the meter reading',
  law: 'the fan law by which it is converted to this speed',
  power: 'the class of the power meter (the same for all of the rig)',
  line: 'the tenths by which the line is missed',
};

/** What the ± of an entry is made of: each term by its standard uncertainty, and how much of the whole it is. */
export function Budget({ item, unit }: { item: JudgedItem; unit: string }) {
  const { doubt, shared, interval95 } = item.placed;
  const total = doubt.reduce((sum, term) => sum + term.variance, 0);
  const terms = doubt.filter((term) => term.variance > 0).sort((a, b) => b.variance - a.variance);
  return (
    <section aria-label={`Doubt of ${item.product}`}>
      <h3 className="font-display text-[16px] font-bold">
        <span dir="auto">{item.product}</span>: ± {figure(interval95, 2)} {unit}, opened
      </h3>
      <table className="figure-table max-w-[560px] [&_td]:py-1">
        <thead>
          <tr>
            <th scope="col">From</th>
            <th scope="col" className="num">
              u, {unit}
            </th>
            <th scope="col" className="num">
              freedom
            </th>
            <th scope="col" className="num">
              share
            </th>
          </tr>
        </thead>
        <tbody>
          {terms.map(({ from, variance, freedom }) => (
            <tr key={from}>
              <td>{WORDS[from]}</td>
              <td className="num">{figure(Math.sqrt(variance), 3)}</td>
              <td className="num">
                {Number.isFinite(freedom) && freedom !== null ? figure(freedom, 0) : '∞'}
              </td>
              <td className="num whitespace-nowrap">{figure((100 * variance) / total, 0)} %</td>
            </tr>
          ))}
          <tr>
            <td className="text-ink2">shared by all of this rig: cancels between entries, not in the ±</td>
            <td className="num text-ink2">{figure(Math.abs(shared), 3)}</td>
            <td />
            <td />
          </tr>
        </tbody>
      </table>
    </section>
  );
}
