'use client';

import { parseAsArrayOf, parseAsFloat, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useCallback, useEffect, useMemo } from 'react';
import { plainScale, RISE_SHOWN, riseScale } from '@/core/curves/shown/shownScale';
import { fullSpeedLead, fullSpeedOrder } from '@/core/ranking/fullSpeed';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { AXES, lineStep } from '@/core/curves/axis';
import { isTyping } from '@/ui/isTyping';
import { parseZoom } from './chart/chartView';
import { CROWD } from '@/core/curves/shown/crowd';
import type { CurvesData } from '@/lab/orders/curvesPage';
import { firstLine } from '@/core/curves/firstLine';
import { axisRange } from './chart/lineRange';
import { bridgedCurve } from '@/core/bridge/carried';
import { crossings } from '@/core/judgement/pairs/crossings';
import { risesAt } from './risesAt';

/** What of the curves is looked at: from the address, with what follows from it. Arrow keys move the line. */
export function useCurvesView(data: CurvesData) {
  const axis = AXES[data.against];
  const isRise = data.response.throttles;
  const [asked, setView] = useQueryStates(
    {
      load: parseAsString.withDefault(data.loads[0]!.key),
      line: parseAsFloat.withDefault(data.noiseLineDba),
      at: parseAsFloat.withDefault(firstLine(data.loads[0]!.curves, axis)),
      show: parseAsStringLiteral(RISE_SHOWN).withDefault(data.firstShown),
      hide: parseAsArrayOf(parseAsString).withDefault([]),
      pick: parseAsArrayOf(parseAsString).withDefault([]),
      from: parseAsString.withDefault(''),
      zoom: parseAsString.withDefault(''),
    },
    { history: 'replace', throttleMs: 300 },
  );
  const load = data.loads.find((load) => load.key === asked.load) ?? data.loads[0]!;
  const isNoise = data.against === 'noise';
  const range = useMemo(
    () => axisRange(data.loads, axis, isNoise ? data.noiseLineDba : firstLine(data.loads[0]!.curves, axis)),
    [data, axis, isNoise],
  );
  const lineAt = Math.min(range.max, Math.max(range.min, isNoise ? asked.line : asked.at));
  const hiddenKey = asked.hide.join('\n');
  const hidden = useMemo(
    () =>
      new Set(
        data.entries.map((entry) => entry.entry).filter((name) => hiddenKey.split('\n').includes(name)),
      ),
    [data, hiddenKey],
  );
  const entries = useMemo(
    () =>
      new Map(data.entries.filter((entry) => !hidden.has(entry.entry)).map((entry) => [entry.entry, entry])),
    [data, hidden],
  );
  const curves = useMemo(() => load.curves.filter((curve) => !hidden.has(curve.entry)), [load, hidden]);
  const bridged = useMemo(
    () =>
      load.bridges.carried.flatMap(({ bridge, curves: there }) =>
        there.filter(({ entry }) => !hidden.has(entry)).map((curve) => bridgedCurve(bridge, curve)),
      ),
    [load, hidden],
  );
  const named = useMemo(() => {
    const isBridged = new Set(bridged.map(({ entry }) => entry));
    return new Map(
      [...entries].map(([entry, each]) => [
        entry,
        isBridged.has(entry) ? { ...each, product: `⤳ ${each.product}` } : each,
      ]),
    );
  }, [entries, bridged]);
  const zoom = useMemo(() => parseZoom(asked.zoom), [asked.zoom]);
  const from = entries.has(asked.from) ? asked.from : null;
  const pickKey = asked.pick.join('\n');
  const picked = useMemo(
    () => new Set(pickKey.split('\n').filter((name) => entries.has(name))),
    [pickKey, entries],
  );
  const numbered = curves.filter((curve) => curve.points.length > 0).length >= CROWD;
  const show = load.fixedWatts ? asked.show : 'rise';
  const scale = useMemo(
    () => (isRise ? riseScale(show, load.rule) : plainScale(data.response)),
    [isRise, show, load, data],
  );
  const opening = hidden.size === 0 ? load.opening : null;
  const isOpening = lineAt === data.noiseLineDba;
  const ranking = useMemo(
    () =>
      (isOpening ? opening?.ranking : undefined) ??
      rankAtLine(curves, { ...load.rule, throttles: isRise, lineDb: lineAt }),
    [isOpening, opening, curves, load, isRise, lineAt],
  );
  const marks = useMemo(
    () => ({
      band: isNoise ? data.bandDba : null,
      // A crowd crosses everywhere: there the marks would hide the curves.
      crossings: !isNoise || numbered ? [] : (opening?.crossings ?? crossings(curves, data.bandDba)),
      walls: from === null ? load.walls : [],
    }),
    [isNoise, numbered, opening, curves, data.bandDba, from, load],
  );
  const risesK = useMemo(() => risesAt(load.riseCurves, lineAt), [load, lineAt]);

  const atFull = useMemo(
    () => (isNoise ? (opening?.atFull ?? fullSpeedOrder(curves)) : []),
    [isNoise, opening, curves],
  );
  const fastest = fullSpeedLead(atFull, ranking, lineAt);

  const moveTo = useCallback(
    (next: number) => {
      const within = Math.min(range.max, Math.max(range.min, next));
      const line = Number((Math.round(within / axis.step) * axis.step).toFixed(axis.decimals));
      void setView(isNoise ? { line } : { at: line });
    },
    [range, axis, isNoise, setView],
  );

  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key === 'Escape' && zoom) return void setView({ zoom: null });
      if (isTyping(event.target) || event.altKey || event.ctrlKey || event.metaKey) return;
      const onSlider = event.target instanceof HTMLElement && event.target.role === 'slider';
      // Up and down scroll the page unless the line itself is in hand.
      if (!onSlider && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) return;
      const step = lineStep(event.key, axis);
      if (step === null) return;
      event.preventDefault();
      moveTo(lineAt + step);
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [lineAt, axis, moveTo, zoom, setView]);

  return {
    ...{ axis, isRise, isNoise, load, range, lineAt, hidden, entries, curves, bridged, named, zoom, from },
    ...{ picked, numbered, show, scale, ranking, marks, risesK, fastest, moveTo, setView },
  };
}

export type CurvesView = ReturnType<typeof useCurvesView>;
