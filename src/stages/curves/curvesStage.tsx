'use client';

import { unpack, type Packed } from '@/core/packed';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { zoomText } from './chart/chartView';
import { CurvesChart } from './chart/curvesChart';
import { CurvesHead } from './curvesHead';
import type { CurvesData } from '@/lab/orders/curvesPage';
import { LoadTabs } from './choices/loadTabs';
import { PageLine } from '../desk/pageLine';
import { RankingAside } from './rankingAside';
import { useCurvesView } from './useCurvesView';

/** The heart: curves, the noise line across them, and the order that follows it. */
export function CurvesStage({ packed }: { packed: Packed<CurvesData> }) {
  const data = unpack(packed);
  const router = useRouter();
  const view = useCurvesView(data);
  const { axis, load, isNoise, range, lineAt, hidden, entries, curves, bridged, named, zoom } = view;
  const { from, picked, show, scale, ranking, marks, moveTo, setView } = view;
  const [lit, setLit] = useState<string | null>(null);
  const picture = {
    condition: isNoise
      ? `${load.label}, line at ${lineAt.toFixed(1)} dB(A) ${data.meterDistanceCm} cm from the cooler`
      : `${load.label}, at ${lineAt.toFixed(axis.decimals)} ${axis.unit}`,
    fileName: `${data.fileName}-curves-${lineAt.toFixed(axis.decimals)}${isNoise ? 'dBA' : data.against}`,
  };

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2.5 px-4 pt-2.5 pb-4 md:px-7">
      <PageLine>
        <LoadTabs
          loads={data.loads}
          load={load.key}
          onLoad={(key) => void setView({ load: key, zoom: null })}
        />
      </PageLine>
      <div className="flex min-h-0 flex-1 flex-col gap-5 lg:flex-row">
        <section className="flex min-h-[420px] min-w-0 flex-1 flex-col" aria-label="Curves">
          <CurvesHead
            data={data}
            load={load}
            show={show}
            onShow={(next) => void setView({ show: next, zoom: null })}
            hidden={hidden}
            onHidden={(hide) => void setView({ hide: hide.length > 0 ? hide : null })}
            entries={entries}
            from={from}
            onFrom={(next) => void setView({ from: next, zoom: null })}
            picture={picture}
          />
          <div id="curves-picture" className="relative min-h-0 flex-1">
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
        <RankingAside data={data} view={view} lit={lit} onLit={setLit} />
      </div>
    </div>
  );
}
