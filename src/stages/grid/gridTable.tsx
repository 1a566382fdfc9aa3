import type { GridEffect } from '@/core/judgement/heatsinkFanGrid';
import { mean } from '@/core/statistics/mean';
import { figure } from '@/ui/marks/figures';
import type { GridView } from '@/lab/orders/beyond/gridView';
import { Heads, num } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';

export type GridData = GridView & { roundUpId: number };

/** A cell’s ground: blue where it is cooler than the mean of the grid, orange where hotter, the stronger the further. */
function groundOf(riseK: number, meanK: number, mostK: number): React.CSSProperties {
  const off = mostK > 0 ? (riseK - meanK) / mostK : 0;
  const colour = off < 0 ? 'var(--curve-0)' : 'var(--curve-1)';
  return { background: `color-mix(in oklab, ${colour} ${Math.round(26 * Math.abs(off))}%, transparent)` };
}

const shareOf = (effects: readonly GridEffect[], name: string) =>
  effects.find((effect) => effect.name === name)?.share ?? 0;

/** What was measured of each heatsink with each fan, coloured by how far it lies from the mean of all. */
export function GridTable({ data: { cells, fit, loadW } }: { data: GridData }) {
  // The best first, as far as the effects say.
  const ordered = (names: string[], effects: readonly GridEffect[]) =>
    names.sort((a, b) => shareOf(effects, a) - shareOf(effects, b));
  const effects = fit.known ? fit.value : { heatsinks: [], fans: [] };
  const heatsinks = ordered([...new Set(cells.map(({ heatsink }) => heatsink))], effects.heatsinks);
  const fans = ordered([...new Set(cells.map(({ fan }) => fan))], effects.fans);
  const meanK = mean(cells.map(({ riseK }) => riseK));
  const mostK = Math.max(...cells.map(({ riseK }) => Math.abs(riseK - meanK)));
  const hole = (heatsink: string, fan: string) =>
    fit.known ? fit.value.holes.find((other) => other.heatsink === heatsink && other.fan === fan) : undefined;
  return (
    <Scrolled id="grid-picture" label="Grid">
      <table className="figure-table">
        <Heads of={['Rise, K', ...fans.map((fan) => num(<span dir="auto">{fan}</span>))]} />
        <tbody>
          {heatsinks.map((heatsink) => (
            <tr key={heatsink}>
              <th scope="row" className="border-hairline! text-left text-[15px] text-ink!" dir="auto">
                {heatsink}
              </th>
              {fans.map((fan) => {
                const cell = cells.find((other) => other.heatsink === heatsink && other.fan === fan);
                const missing = hole(heatsink, fan);
                return cell ? (
                  <td
                    key={fan}
                    className="num whitespace-nowrap"
                    style={groundOf(cell.riseK, meanK, mostK)}
                    data-entry={cell.entry}
                  >
                    <b>{figure(cell.riseK, 1)}</b>{' '}
                    <span className="text-[13px] text-ink">± {figure(cell.interval95, 1)}</span>
                    <span className="block text-[12.5px] text-ink">
                      {figure(cell.resistanceKPerW, 3)} K/W, {figure(cell.levelDb, 1)} dB(A)
                    </span>
                  </td>
                ) : (
                  <td key={fan} className="num text-[13px] text-ink2">
                    not measured
                    {missing && (
                      <span className="block">
                        about {figure(missing.resistanceKPerW * loadW, 1)} by the effects
                      </span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </Scrolled>
  );
}
