'use client';

import { parseAsBoolean, parseAsString, useQueryStates } from 'nuqs';
import { useMemo, useState } from 'react';
import { flatness } from '@/core/plate/flatness';
import { groupBy } from '@/core/statistics/groupBy';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { TakeAlong } from '../desk/takeAlong';
import { PageLine } from '../desk/pageLine';
import type { PlateItem } from '@/lab/lineUp/plates';
import { PlateForm } from './plateForm';
import { PlateMap } from './plateMap';
import { PlateRow } from './plateRow';
import { Twins } from './twins';
import { Heads, num } from '@/ui/frame/heads';
import { Button } from '@/ui/frame/button';

/** How flat the plates are: a box and a map for each sample, and how far two samples of one product lie apart. */
export function PlatesStage({ items }: { items: PlateItem[] }) {
  const [view, setView] = useQueryStates(
    { entry: parseAsString.withDefault(''), leaning: parseAsBoolean.withDefault(false) },
    { history: 'replace' },
  );
  const [editing, setEditing] = useState(false);
  const withoutPlane = !view.leaning;
  const flats = useMemo(
    () => items.map((item) => ({ item, flat: flatness(item.plate.body.points, { withoutPlane }) })),
    [items, withoutPlane],
  );
  const measured = flats.flatMap(({ item, flat }) => (flat.known ? [{ item, flat: flat.value }] : []));
  const mostUm = Math.max(1, ...measured.map(({ flat }) => flat.peakToValleyUm));
  const shown =
    flats.find(({ item }) => item.entry === view.entry) ?? flats.find(({ flat }) => flat.known) ?? flats[0];
  const twins = [...groupBy(measured, ({ item }) => item.productId).values()].filter(
    (group) => group.length > 1,
  );
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine>
        <div className="choices" role="group" aria-label="Judged">
          <button aria-pressed={withoutPlane} onClick={() => void setView({ leaning: null })}>
            tilt removed
          </button>
          <button aria-pressed={!withoutPlane} onClick={() => void setView({ leaning: true })}>
            as measured
          </button>
        </div>
      </PageLine>
      <div className="flex min-w-0 flex-1 flex-col gap-6 lg:flex-row">
        <section className="min-w-0 flex-1" aria-label="Plates">
          <div className="relative w-0 min-w-full overflow-x-auto">
            <table id="plates-picture" className="figure-table">
              <Heads
                of={[
                  'Entry',
                  num('Peak to valley, µm'),
                  num('Rms, µm'),
                  `Depths, 0 to ${figure(mostUm, 0)} µm`,
                  num('Places'),
                ]}
              />
              <tbody>
                {flats.map(({ item, flat }) => (
                  <PlateRow
                    key={item.entry}
                    {...{ item, flat, mostUm }}
                    isShown={item === shown?.item}
                    onShow={() => {
                      setEditing(false);
                      void setView({ entry: item.entry });
                    }}
                  />
                ))}
              </tbody>
            </table>
          </div>
          <p className="label-text pt-1">
            Box: quartiles and median; whiskers to the last place within one and a half times the box.{' '}
            {withoutPlane
              ? 'The least-squares plane is taken out: what is left is shape.'
              : 'As it lay under the probe: a plate that leaned looks deep at one side.'}{' '}
            <TakeAlong
              picture="plates-picture"
              fileName="base-flatness"
              condition={`Base flatness, µm, ${withoutPlane ? 'tilt removed' : 'as measured'}`}
              figures={() =>
                measured.map(({ item, flat }) => ({
                  ...{ entry: item.product, sample: item.sample, places: flat.count },
                  ...{ peak_to_valley_um: flat.peakToValleyUm, rms_um: flat.rmsUm },
                  ...{ lower_quartile_um: flat.box.lower, median_um: flat.box.median },
                  ...{ upper_quartile_um: flat.box.upper },
                }))
              }
            />
          </p>
          <Twins twins={twins} />
        </section>
        {shown && (
          <aside
            className="shrink-0 border-hairline lg:w-[360px] lg:border-l lg:pl-6"
            aria-label={shown.item.product}
          >
            <h3 className="font-display flex items-center gap-2 pb-2 text-[18px] font-bold">
              <EntryMark position={shown.item.position} />
              <span dir="auto">{shown.item.product}</span>
            </h3>
            {editing ? (
              <PlateForm key={shown.item.entryId} item={shown.item} onDone={() => setEditing(false)} />
            ) : (
              <>
                {shown.flat.known ? (
                  <>
                    <PlateMap flat={shown.flat.value} />
                    {withoutPlane && (
                      <p className="label-text pt-1">
                        It leaned by {figure(shown.flat.value.tilt.alongX, 2)} µm/mm across and{' '}
                        {figure(shown.flat.value.tilt.alongY, 2)} µm/mm along.
                      </p>
                    )}
                  </>
                ) : (
                  <p className="pb-2">
                    {shown.item.plate.body.points.length === 0
                      ? 'Depths over a grid of the plate, by a dial gauge or an optical probe, show how far it is from flat.'
                      : shown.flat.reason}
                  </p>
                )}
                <Button className="mt-2" onClick={() => setEditing(true)}>
                  {shown.item.plate.body.points.length > 0 ? 'Change the depths' : 'Type or paste depths'}
                </Button>
              </>
            )}
          </aside>
        )}
      </div>
    </div>
  );
}
