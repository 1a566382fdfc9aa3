'use client';

import type { GridView } from '@/lab/orders/gridView';
import { parseAsFloat, parseAsString, useQueryState } from 'nuqs';
import type { GridEffect, GridFit } from '@/core/judgement/heatsinkFanGrid';
import { AXES } from '@/core/curves/axis';
import { figure } from '@/ui/marks/figures';
import { DraftField } from '@/ui/form/draftField';
import { PageLine } from '../desk/pageLine';
import { LineField } from '../curves/choices/lineField';
import { LoadTabs } from '../curves/choices/loadTabs';

type GridData = GridView & { roundUpId: number };

const percent = (share: number) =>
  `${share > 0 ? '+' : share < 0 ? '−' : ''}${figure(Math.abs(100 * share), 1)} %`;

function Effects({ name, effects }: { name: string; effects: readonly GridEffect[] }) {
  return (
    <section aria-label={name} className="min-w-64">
      <h3 className="font-display pb-1 text-[16px] font-bold">{name}</h3>
      <table className="figure-table [&_td]:py-1">
        <thead>
          <tr>
            <th scope="col">In order</th>
            <th scope="col" className="num">
              against the mean
            </th>
            <th scope="col" className="num">
              95 %
            </th>
          </tr>
        </thead>
        <tbody>
          {effects.map(({ name: effect, share, from, to }) => (
            <tr key={effect}>
              <td dir="auto">{effect}</td>
              <td className="num font-bold">{percent(share)}</td>
              <td className="num text-[13px] text-ink2">
                {percent(from)} to {percent(to)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What the interaction says, in a sentence. */
function interactionWords({ interaction }: GridFit): string {
  if (!interaction.known)
    return `Whether the best fan depends on the heatsink is not available: ${interaction.reason}.`;
  const { f, above, below, p } = interaction.value;
  const freedom = Number.isFinite(below) ? figure(below, 0) : '∞';
  const test = `F(${above}, ${freedom}) = ${figure(f, 2)}, p = ${p < 0.001 ? 'under 0.001' : figure(p, 3)}`;
  return p < 0.05
    ? `The best fan depends on the heatsink (${test}): the effects are means over what was measured.`
    : `No sign that the best fan depends on the heatsink (${test}).`;
}

/** Heatsinks against fans: what was measured, what each brings, and what a heatsink's own fan costs it. */
export function GridStage({ data }: { data: GridData }) {
  const { cells, fit, lineDb, loadW, sharedKPerW, lowestWallKPerW } = data;
  const options = { shallow: false };
  const [, setLine] = useQueryState('line', parseAsFloat.withOptions(options));
  const [, setLoad] = useQueryState('load', parseAsString.withOptions(options));
  const [, setShared] = useQueryState('shared', parseAsFloat.withOptions(options));
  const heatsinks = [...new Set(cells.map(({ heatsink }) => heatsink))];
  const fans = [...new Set(cells.map(({ fan }) => fan))];
  const hole = (heatsink: string, fan: string) =>
    fit.known ? fit.value.holes.find((other) => other.heatsink === heatsink && other.fan === fan) : undefined;
  const wall = lowestWallKPerW === null ? null : Number(lowestWallKPerW.toFixed(3));
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <LoadTabs loads={data.loads} load={data.load} onLoad={(key) => void setLoad(key)} />
        <p>
          at <LineField axis={AXES.noise} at={lineDb} onLine={(line) => void setLine(line)} /> dB(A)
        </p>
        <label className="label-text flex items-center gap-1.5">
          shared part
          <DraftField
            label="Shared part, K/W"
            value={sharedKPerW}
            least={0}
            most={9.999}
            onValue={(shared) => void setShared(shared)}
          />{' '}
          K/W
        </label>
        {wall !== null && wall !== sharedKPerW && (
          <button
            type="button"
            className="quiet-button"
            title="The lowest resistance that no fan gets past, of the curves here: the shared part lies under it"
            onClick={() => void setShared(wall)}
          >
            Lowest wall here, {figure(wall, 3)} K/W
          </button>
        )}
      </PageLine>
      {cells.length > 0 && (
        <div className="w-0 min-w-full overflow-x-auto" tabIndex={0} role="region" aria-label="Grid">
          <table className="figure-table">
            <thead>
              <tr>
                <th scope="col">Rise, K</th>
                {fans.map((fan) => (
                  <th key={fan} scope="col" className="num" dir="auto">
                    {fan}
                  </th>
                ))}
              </tr>
            </thead>
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
                      <td key={fan} className="num whitespace-nowrap" data-entry={cell.entry}>
                        <b>{figure(cell.riseK, 1)}</b>{' '}
                        <span className="text-[13px] text-ink2">± {figure(cell.interval95, 1)}</span>
                        <span className="block text-[12.5px] text-ink2">
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
        </div>
      )}
      {!fit.known ? (
        <p role="alert" className="max-w-200 text-[15px] text-warn">
          ▲ {fit.reason.charAt(0).toUpperCase() + fit.reason.slice(1)}.
        </p>
      ) : (
        <>
          <div className="flex flex-wrap gap-8">
            <Effects name="Heatsinks" effects={fit.value.heatsinks} />
            <Effects name="Fans" effects={fit.value.fans} />
          </div>
          <p className="max-w-240 text-[15px]">{interactionWords(fit.value)}</p>
          {fit.value.heldBack.length > 0 && (
            <ul className="max-w-240 list-disc pl-5 text-[15px]">
              {fit.value.heldBack.map(({ heatsink, ownFan, bestFan, share, from, to }) => (
                <li key={heatsink} dir="auto">
                  {heatsink} {to > 0 ? 'may gain (within ±)' : 'gains'} with {bestFan} in place of its own{' '}
                  {ownFan}: K/W above the common resistance {figure(Math.abs(100 * share), 1)} % lower (
                  {percent(from)} to {percent(to)}).
                </li>
              ))}
            </ul>
          )}
          <p className="label-text max-w-200">
            Effects on lg(R − shared part) by least squares over what was measured, each against the mean of
            its kind. The shared part is what no heatsink and no fan changes: die, paste, spreader.
            {sharedKPerW === 0 && ' With nothing taken off, effects look smaller than they are.'}
          </p>
        </>
      )}
    </div>
  );
}
