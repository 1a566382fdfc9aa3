import type { ReadersCopy, ReadersLoad, ReadersOrder } from '@/contracts/readersCopy';
import { briefLoad, isWithoutHeat } from '@/core/brief/brief';
import { AGAINST } from '@/core/curves/curveRule';
import type { EntryCurve } from '@/core/curves/entryCurve';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { blankEntry } from '@/core/lineUp/entry';
import { socketList } from '@/core/lineUp/roomLimits';
import { onOneScale } from '@/core/responses/scoreScale';
import { curvesOf, ruleOf } from '@/core/roundUp/order';
import { loadKey, loadLabel, type Load } from '@/core/runs/load';
import { RESPONSES, type Response } from '@/core/responses/responses';
import type { Bundle } from '@/formats/bundle/readBundle';
import { roundUpOfBundle } from '@/lab/model/roundUpOfBundle';
import type { BundleOrders } from '../orders/bundleOrders';

/** The loads of runs that count: those of the brief first, then what else was measured, by its watts. */
function loadsOf({ runs }: Bundle, { brief }: BundleOrders): Load[] {
  const measured = new Map(
    runs
      .filter(({ run }) => !run.setAside)
      .map(({ run: { loadW, loadName, gpuLoadW } }) => ({ loadW, loadName, gpuLoadW }))
      .sort((a, b) => a.loadW - b.loadW)
      .map((load) => [loadKey(load), load]),
  );
  const asked = isWithoutHeat(brief) ? [] : brief.loads.map((load) => loadKey(briefLoad(load)));
  const keys = [...new Set([...asked, ...measured.keys()])];
  return keys.flatMap((key) => measured.get(key) ?? []);
}

/** Where a response was read; one place, without a name, of what is read nowhere. */
function placesOf({ runs }: Bundle, { atPlaces }: Response): string[] {
  if (atPlaces === null) return [''];
  const read = runs
    .filter(({ run }) => !run.setAside)
    .flatMap(({ readings }) => readings)
    .filter(({ quantity }) => quantity === atPlaces);
  return [...new Set(read.map(({ place }) => place))].sort();
}

/** A curve without the labels of its runs, which no reader asks for. */
const bare = (curve: EntryCurve): EntryCurve => ({
  ...curve,
  points: curve.points.map((point) => ({ ...point, runs: [] })),
  leftOut: curve.leftOut.map((setting) => ({ ...setting, runs: [] })),
});

/** What was measured of a response at a place along an axis; null where that is nothing. */
function orderOf(
  bundle: Bundle,
  loads: readonly Load[],
  asked: Pick<ReadersOrder, 'place' | 'against'> & { response: Response },
): ReadersOrder | null {
  const { response, place, against } = asked;
  if (response.notAgainst === against) return null;
  const roundUp = roundUpOfBundle(bundle);
  let told = response;
  const found = loads.flatMap((load): ReadersLoad[] => {
    const scaled = onOneScale(response, roundUp.runsAt(load));
    const of = { load, response: scaled.response, place: response.atPlaces === null ? null : place, against };
    const curves = curvesOf(roundUp, of, scaled.runs);
    if (curves.every(({ points }) => points.length === 0)) return [];
    // A score is told in the unit of its runs.
    told = scaled.response;
    return [
      {
        key: loadKey(load),
        label: loadLabel(load),
        load,
        rule: ruleOf(roundUp, of),
        curves: curves.map(bare),
      },
    ];
  });
  const { id, name, unit, decimals, better, throttles, besideAll } = told;
  return found.length === 0
    ? null
    : { response: { id, name, unit, decimals, better, throttles, besideAll }, place, against, loads: found };
}

/** Along what a response goes to readers: the rise by every way to compare, all else by the first that it was measured by. */
function ordersOf(bundle: Bundle, loads: readonly Load[]): ReadersOrder[] {
  return RESPONSES.flatMap((response) =>
    placesOf(bundle, response).flatMap((place) => {
      const all = AGAINST.filter((against) => against !== 'sone').flatMap(
        (against) => orderOf(bundle, loads, { response, place, against }) ?? [],
      );
      return response.throttles ? all : all.slice(0, 1);
    }),
  );
}

/** What the report of a bundle answers its readers from; null where nothing was measured that could be ranked. */
export function readersCopy(bundle: Bundle, orders: BundleOrders, source: string): ReadersCopy | null {
  const measured = ordersOf(bundle, loadsOf(bundle, orders));
  if (measured.length === 0) return null;
  const { rig, method, planning } = bundle.dataPackage;
  return {
    entries: orders.entries.map(({ entry, name, position, price, heightMm }) => {
      const part = Object.hasOwn(planning.lineUp, entry) ? planning.lineUp[entry]! : null;
      const kind = bundle.entries.find((row) => row.entry === entry)!.kind;
      const size = part?.product
        ? configuredSize(part.product, part.entry ?? blankEntry())
        : {
            ...{ heightMm, memoryClearanceMm: null, fanThicknessMm: null },
            ...{ radiatorMm: null, radiatorDepthMm: null },
            ...{ isLoop: kind === 'liquid', isCase: kind === 'case-layout' },
          };
      return { entry, name, position, ...size, sockets: socketList(part?.product?.sockets ?? ''), price };
    }),
    orders: measured,
    noiseLinesDba: orders.brief.noiseLinesDba,
    currency: orders.brief.limits.currency,
    limitC: rig.limitC,
    roomC: method.referenceAmbientC,
    meterDistanceCm: rig.meterDistanceCm,
    source,
  };
}
