'use client';

import { useRouter } from 'next/navigation';
import { parseAsArrayOf, parseAsFloat, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { RESPONSES, responseScale } from '@/core/curves/response';
import { rankAtLine } from '@/core/ranking/rankAtLine';
import { lineStep } from '@/ui/chart/noiseLine';
import { savePicture } from '@/ui/chart/savePicture';
import { BesideTable } from './besideTable';
import { parseZoom, zoomText } from './chartView';
import { EntryChoice } from './entryChoice';
import { CROWD, CurvesChart } from './curvesChart';
import type { CurvesData } from './curvesData';
import { LineField } from './lineField';
import { RankingNotes } from './rankingNotes';
import { RankingTable } from './rankingTable';

const ROUND = 10;

function levelRange(loads: CurvesData['loads'], lineDb: number): { min: number; max: number } {
  const levels = loads.flatMap((load) =>
    load.curves.flatMap((curve) => curve.points.map((point) => point.levelDb)),
  );
  const all = [...levels, lineDb];
  return {
    min: Math.floor((Math.min(...all) - 0.6) / 2) * 2,
    max: Math.ceil((Math.max(...all) + 0.4) / 2) * 2,
  };
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
}

/** The heart: curves, the noise line across them, and the order that follows it. */
export function CurvesStage({ packed }: { /** CurvesData as `pack` packs it. */ packed: string }) {
  const data = useMemo(() => JSON.parse(packed) as CurvesData, [packed]);
  const router = useRouter();
  const [view, setView] = useQueryStates(
    {
      load: parseAsString.withDefault(data.loads[0]!.key),
      line: parseAsFloat.withDefault(data.noiseLineDba),
      show: parseAsStringLiteral(RESPONSES).withDefault(data.firstShown),
      hide: parseAsArrayOf(parseAsString).withDefault([]),
      pick: parseAsArrayOf(parseAsString).withDefault([]),
      from: parseAsString.withDefault(''),
      zoom: parseAsString.withDefault(''),
    },
    { history: 'replace', throttleMs: 300 },
  );
  const [lit, setLit] = useState<string | null>(null);
  const load = data.loads.find((of) => of.key === view.load) ?? data.loads[0]!;
  const range = useMemo(() => levelRange(data.loads, data.noiseLineDba), [data]);
  const lineDb = Math.min(range.max, Math.max(range.min, view.line));
  const hiddenKey = view.hide.join('\n');
  const hidden = useMemo(
    () => new Set(data.entries.map((of) => of.entry).filter((of) => hiddenKey.split('\n').includes(of))),
    [data, hiddenKey],
  );
  const entries = useMemo(
    () => new Map(data.entries.filter((of) => !hidden.has(of.entry)).map((entry) => [entry.entry, entry])),
    [data, hidden],
  );
  const curves = useMemo(() => load.curves.filter((curve) => !hidden.has(curve.entry)), [load, hidden]);
  const holder = useRef<HTMLDivElement>(null);
  const zoom = useMemo(() => parseZoom(view.zoom), [view.zoom]);
  const from = entries.has(view.from) ? view.from : null;
  const pickKey = view.pick.join('\n');
  const picked = useMemo(
    () => new Set(pickKey.split('\n').filter((of) => entries.has(of))),
    [pickKey, entries],
  );
  const numbered = curves.filter((of) => of.points.length > 0).length >= CROWD;
  const show = load.fixedWatts ? view.show : 'rise';
  const scale = useMemo(() => responseScale(show, load.rule), [show, load]);
  const ranking = useMemo(() => rankAtLine(curves, { ...load.rule, lineDb }), [curves, load, lineDb]);

  const moveTo = useCallback(
    (next: number) => {
      const line = Math.round(Math.min(range.max, Math.max(range.min, next)) * ROUND) / ROUND;
      void setView({ line });
    },
    [range, setView],
  );

  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.key === 'Escape' && zoom) return void setView({ zoom: null });
      if (isTyping(event.target) || event.altKey || event.ctrlKey || event.metaKey) return;
      const onSlider = event.target instanceof HTMLElement && event.target.role === 'slider';
      // Up and down scroll the page unless the line itself is in hand.
      if (!onSlider && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) return;
      const step = lineStep(event.key);
      if (step === null) return;
      event.preventDefault();
      moveTo(lineDb + step);
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [lineDb, moveTo, zoom, setView]);

  async function picture() {
    const words = {
      title: data.title,
      condition: `${load.label}, line at ${lineDb.toFixed(1)} dB(A) ${data.meterDistanceCm} cm from the cooler`,
      source: data.source,
    };
    const fileName = `${data.fileName}-curves-${lineDb.toFixed(1)}dBA.png`;
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
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-2">
          <div className="choices" role="group" aria-label="Heat load">
            {data.loads.map((of) => (
              <button
                key={of.key}
                aria-pressed={of === load}
                onClick={() => void setView({ load: of.key, zoom: null })}
              >
                {of.label}
              </button>
            ))}
          </div>
          {load.fixedWatts && (
            <div className="choices" role="group" aria-label="Shown as">
              {RESPONSES.map((of) => (
                <button
                  key={of}
                  aria-pressed={of === show}
                  onClick={() => void setView({ show: of, zoom: null })}
                >
                  {of === 'rise'
                    ? 'Rise'
                    : of === 'resistance'
                      ? 'K/W'
                      : `At ${load.rule.referenceAmbientC}\u202f°C room`}
                </button>
              ))}
            </div>
          )}
          <div className="label-text ml-auto flex flex-wrap items-center gap-x-3">
            <EntryChoice
              entries={data.entries}
              hidden={hidden}
              onHidden={(hide) => void setView({ hide: hide.length > 0 ? hide : null })}
            />
            <label className="flex items-center gap-1.5">
              <span className="sr-only">Shown as the difference from</span>
              <select
                className="max-w-44 rounded border border-hairline bg-raised px-1.5 py-0.5"
                value={from ?? ''}
                onChange={(event) => void setView({ from: event.target.value || null, zoom: null })}
              >
                <option value="">as measured</option>
                {data.entries
                  .filter((of) => entries.has(of.entry))
                  .map((of) => (
                    <option key={of.entry} value={of.entry}>
                      difference from {of.product}
                    </option>
                  ))}
              </select>
            </label>
            <span>error bars 95 %</span>
            <button className="cursor-pointer underline underline-offset-3" onClick={() => void picture()}>
              PNG
            </button>
            <a
              className="underline underline-offset-3"
              href={`/round-ups/${data.roundUpId}/curves/csv?${new URLSearchParams({ load: load.key })}`}
              download
            >
              CSV
            </a>
          </div>
        </div>
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
            entries={entries}
            curves={curves}
            scale={scale}
            from={from}
            zoom={zoom}
            onZoom={(next) => void setView({ zoom: zoomText(next) })}
            otherLinesDba={data.noiseLinesDba.filter((of) => of !== lineDb)}
            picked={picked}
            range={range}
            meterDistanceCm={data.meterDistanceCm}
            lineDb={lineDb}
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
          At <LineField lineDb={lineDb} onLine={moveTo} /> dB(A), {load.label}
        </h2>
        <p className="label-text pt-1 pb-1">
          Rise over room air, mean of the settled window. Drag a box in the chart to look closer.{' '}
          <span className="key">←</span> <span className="key">→</span> move the line.
        </p>
        <div aria-live="off">
          <RankingTable
            ranking={ranking}
            entries={entries}
            scale={scale}
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
          <RankingNotes ranking={ranking} entries={entries} scale={scale} />
          {hidden.size > 0 && (
            <p className="pt-2 text-[14px] text-ink2">{hidden.size} hidden: places are among those shown.</p>
          )}
          <BesideTable load={load} idle={data.loads.find((of) => of.rule.loadW === 0)} entries={entries} />
        </div>
      </aside>
    </div>
  );
}
