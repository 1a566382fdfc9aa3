'use client';

import { unpack, type Packed } from '@/core/packed';
import { useRouter } from 'next/navigation';
import { parseAsArrayOf, parseAsFloat, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { assumedWords } from '@/core/responses/responses';
import { plainScale, RISE_SHOWN, riseScale } from '@/core/curves/shownScale';
import { fullSpeedLead, fullSpeedOrder } from '@/core/ranking/fullSpeed';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { AXES, lineStep } from '@/core/curves/axis';
import { savePicture } from '@/ui/chart/savePicture';
import { isTyping } from '@/ui/isTyping';
import { HeatingUp } from './heatingUp';
import { BesideTable } from './besideTable';
import { parseZoom, zoomText } from './chart/chartView';
import { FullSpeedNote } from './fullSpeedNote';
import { CROWD, CurvesChart } from './chart/curvesChart';
import { CurvesHead } from './curvesHead';
import type { CurvesData } from '@/lab/orders/curvesPage';
import { LineField } from './choices/lineField';
import { firstLine } from '@/core/curves/firstLine';
import { axisRange } from './chart/lineRange';
import { EntryNotes } from './entryNotes';
import { SlipNotes } from '../logbook/slipNotes';
import { RankingNotes } from './rankingNotes';
import { bridgedCurve } from '@/core/bridge/carried';
import { crossings } from '@/core/judgement/crossings';
import { RankingTable } from './rankingTable';
import { risesAt } from './risesAt';
import { WallNotes } from './wallNotes';
import { BridgedPart } from '../bridge/bridgedPart';

const RISE_PLAIN = riseScale('rise', { loadW: 0, referenceAmbientC: 0 });

/** The heart: curves, the noise line across them, and the order that follows it. */
export function CurvesStage({ packed }: { packed: Packed<CurvesData> }) {
  const data = useMemo(() => unpack(packed), [packed]);
  const router = useRouter();
  const axis = AXES[data.against];
  const isRise = data.response.throttles;
  const [view, setView] = useQueryStates(
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
  const [lit, setLit] = useState<string | null>(null);
  const load = data.loads.find((load) => load.key === view.load) ?? data.loads[0]!;
  const isNoise = data.against === 'noise';
  const range = useMemo(
    () => axisRange(data.loads, axis, isNoise ? data.noiseLineDba : firstLine(data.loads[0]!.curves, axis)),
    [data, axis, isNoise],
  );
  const lineAt = Math.min(range.max, Math.max(range.min, isNoise ? view.line : view.at));
  const hiddenKey = view.hide.join('\n');
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
  const holder = useRef<HTMLDivElement>(null);
  const zoom = useMemo(() => parseZoom(view.zoom), [view.zoom]);
  const from = entries.has(view.from) ? view.from : null;
  const pickKey = view.pick.join('\n');
  const picked = useMemo(
    () => new Set(pickKey.split('\n').filter((name) => entries.has(name))),
    [pickKey, entries],
  );
  const numbered = curves.filter((curve) => curve.points.length > 0).length >= CROWD;
  const show = load.fixedWatts ? view.show : 'rise';
  const scale = useMemo(
    () => (isRise ? riseScale(show, load.rule) : plainScale(data.response)),
    [isRise, show, load, data],
  );
  const ranking = useMemo(
    () => rankAtLine(curves, { ...load.rule, throttles: isRise, lineDb: lineAt }),
    [curves, load, isRise, lineAt],
  );
  const marks = useMemo(
    () => ({
      band: isNoise ? data.bandDba : null,
      // A crowd crosses everywhere: there the marks would hide the curves.
      crossings: isNoise && !numbered ? crossings(curves, data.bandDba) : [],
      walls: from === null ? load.walls : [],
    }),
    [isNoise, numbered, curves, data.bandDba, from, load],
  );
  const risesK = useMemo(() => risesAt(load.riseCurves, lineAt), [load, lineAt]);

  const atFull = useMemo(() => (isNoise ? fullSpeedOrder(curves) : []), [isNoise, curves]);
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

  async function picture() {
    const words = {
      title: data.title,
      condition: isNoise
        ? `${load.label}, line at ${lineAt.toFixed(1)} dB(A) ${data.meterDistanceCm} cm from the cooler`
        : `${load.label}, at ${lineAt.toFixed(axis.decimals)} ${axis.unit}`,
      source: data.source,
    };
    const fileName = `${data.fileName}-curves-${lineAt.toFixed(axis.decimals)}${isNoise ? 'dBA' : data.against}.png`;
    await savePicture(holder.current!, words, fileName).catch((error: Error) => toast.error(error.message));
  }

  const pick = (entry: string) => {
    const next = new Set(picked);
    if (!next.delete(entry)) next.add(entry);
    void setView({ pick: next.size > 0 ? [...next] : null });
  };

  const runsHref = (entry: string) =>
    `/round-ups/${data.roundUpId}/logbook?${new URLSearchParams({ entry, load: load.key })}`;

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-5 px-4 pt-3.5 pb-4 md:px-7 lg:flex-row">
      <section className="flex min-h-[420px] min-w-0 flex-1 flex-col" aria-label="Curves">
        <CurvesHead
          data={data}
          load={load}
          onLoad={(key) => void setView({ load: key, zoom: null })}
          show={show}
          onShow={(next) => void setView({ show: next, zoom: null })}
          lineAt={lineAt}
          hidden={hidden}
          onHidden={(hide) => void setView({ hide: hide.length > 0 ? hide : null })}
          entries={entries}
          from={from}
          onFrom={(next) => void setView({ from: next, zoom: null })}
          onPicture={() => void picture()}
        />
        <div ref={holder} className="relative min-h-0 flex-1">
          {zoom && (
            <button
              className="absolute top-0 right-0 z-10 cursor-pointer text-[14px] text-act underline underline-offset-3"
              onClick={() => void setView({ zoom: null })}
            >
              Whole chart <span className="key">Esc</span>
            </button>
          )}

          <CurvesChart
            entries={named}
            curves={curves}
            bridged={bridged}
            scale={scale}
            from={from}
            zoom={zoom}
            onZoom={(next) => void setView({ zoom: zoomText(next) })}
            otherLinesDba={isNoise ? data.noiseLinesDba.filter((value) => value !== lineAt) : []}
            marks={marks}
            picked={picked}
            range={range}
            meterDistanceCm={data.meterDistanceCm}
            compared={data.compared}
            axis={axis}
            lineAt={lineAt}
            onLine={moveTo}
            placed={ranking.placed}
            lit={lit}
            onLit={setLit}
            onPoint={(run) => router.push(`/round-ups/${data.roundUpId}/runs/${run}`)}
            runLabels={data.runLabels}
          />
        </div>
      </section>
      <aside
        className="shrink-0 border-hairline lg:w-[372px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="Ranking"
        tabIndex={0}
      >
        <h2 className="font-display text-[18px] font-bold">
          At <LineField axis={axis} at={lineAt} onLine={moveTo} /> {axis.unit}, {load.label}
        </h2>
        <p className="label-text pt-1 pb-1">
          {isRise
            ? 'Rise over room air, mean of the settled window.'
            : `${data.response.name}${data.place && `, ${data.place}`}; ${data.response.better} is better.`}{' '}
          Drag a box in the chart to look closer. <span className="key">←</span>{' '}
          <span className="key">→</span> move the line.
        </p>
        <div aria-live="off">
          <RankingTable
            ranking={ranking}
            entries={entries}
            scale={scale}
            axis={axis}
            risesK={risesK}
            runsHref={runsHref}
            lit={lit}
            onLit={setLit}
            numbered={numbered}
            picked={picked}
            onPick={pick}
          />
          {picked.size > 0 && (
            <p className="pt-2 text-[14px]">
              {picked.size} picked out.{' '}
              <button
                className="cursor-pointer underline underline-offset-2"
                onClick={() => void setView({ pick: null })}
              >
                All alike again
              </button>
            </p>
          )}
          {ranking.placed.length === 0 && (
            <p className="py-4">Nothing can be placed at this level and load.</p>
          )}
          <SlipNotes
            roundUpId={data.roundUpId}
            slips={data.slips.filter(({ entry }) => !hidden.has(entry))}
            lead="uncertainty"
          />
          <RankingNotes
            compared={data.compared}
            assumed={assumedWords(data.response)}
            absent={data.response.absent}
            ranking={ranking}
            entries={entries}
            scale={scale}
          />
          {hidden.size > 0 && (
            <p className="pt-2 text-[14px] text-ink2">{hidden.size} hidden: places are among those shown.</p>
          )}
          <BridgedPart bridges={load.bridges} entries={entries} lineDb={lineAt} scale={scale} />
          {fastest && (
            <FullSpeedNote lead={fastest} product={entries.get(fastest.entry)!.product} scale={scale} />
          )}
          <WallNotes load={load} entries={entries} />
          <EntryNotes notes={data.entryNotes} entries={entries} />
          {data.placeNote && <p className="pt-2 text-[14.5px] text-warn">{data.placeNote}</p>}
          {data.same && <p className="pt-2 text-[14.5px]">{data.same}</p>}
          <BesideTable
            scale={isRise ? RISE_PLAIN : scale}
            axis={axis}
            load={load}
            idle={data.loads.find((other) => other.rule.loadW === 0 && other !== load)}
            entries={entries}
          />
          <HeatingUp
            href={`/round-ups/${data.roundUpId}/curves/heating?${new URLSearchParams({ load: load.key, against: data.against, at: String(lineAt) })}`}
            entries={entries}
          />
        </div>
      </aside>
    </div>
  );
}
