import Link from 'next/link';
import { responseScale } from '@/core/curves/response';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { EntryMark } from '@/ui/entryMark';
import { figure, placeText } from '@/ui/figures';
import { RankingNotes } from '../curves/rankingNotes';
import type { VerdictData } from './verdictData';
import { VerdictControls } from './verdictControls';

function standing({ status, levelDb }: PlacedEntry): string {
  if (status === 'tops-out') return `tops out at ${figure(levelDb, 1)} dB(A)`;
  return status === 'throttled' ? 'does not hold the load' : 'holds the load';
}

function money(price: number | null, currency: string): string {
  if (price === null) return '–';
  return new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(price);
}

/** The table worth publishing, at one line and load, with the method it stands on. */
export function VerdictStage({ data }: { data: VerdictData }) {
  const entries = new Map(data.entries.map((entry) => [entry.entry, entry]));
  const query = new URLSearchParams({ load: data.load, line: String(data.lineDb) });
  const scale = responseScale('rise', { loadW: 1, referenceAmbientC: data.referenceAmbientC });
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-6 px-4 pt-3.5 pb-6 md:px-7 lg:flex-row">
      <section className="min-w-0 flex-1" aria-label="Ranking">
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-3">
          <VerdictControls lineDb={data.lineDb} load={data.load} loads={data.loads} />
          <div className="ml-auto flex items-center gap-3">
            <Link className="quiet-button" href={`/round-ups/${data.roundUpId}/curves?${query}`}>
              See the curves
            </Link>
            <a className="act-button" href={`/round-ups/${data.roundUpId}/verdict/csv?${query}`} download>
              Download CSV
            </a>
          </div>
        </div>
        <h2 className="font-display pb-1 text-[22px] font-bold">
          Cooling at {figure(data.lineDb, 1)} dB(A), {data.loadLabel}
        </h2>
        <div className="overflow-x-auto">
          <table className="figure-table min-w-[760px]">
            <thead>
              <tr>
                <th scope="col">Place</th>
                <th scope="col">Cooler</th>
                <th scope="col">Fans</th>
                <th scope="col" className="num">
                  Rise, K
                </th>
                <th scope="col" className="num">
                  K/W
                </th>
                <th scope="col" className="num">
                  In a {data.referenceAmbientC}
                  {'\u202f'}°C room, °C
                </th>
                <th scope="col" className="num">
                  Price
                </th>
                <th scope="col">At this load</th>
              </tr>
            </thead>
            <tbody>
              {data.ranking.placed.map((placed) => {
                const entry = entries.get(placed.entry)!;
                return (
                  <tr key={placed.entry} data-entry={placed.entry}>
                    <td className="text-[16px] font-bold whitespace-nowrap">
                      {placeText(placed.placeFrom, placed.placeTo)}
                    </td>
                    <td className="max-w-72">
                      <span className="flex items-center gap-2">
                        <EntryMark position={entry.position} />
                        <b className="truncate" dir="auto" title={entry.product}>
                          {entry.product}
                        </b>
                      </span>
                      <span className="block truncate pl-5 text-[13px] text-ink2" dir="auto">
                        {entry.maker}
                      </span>
                    </td>
                    <td className="max-w-40 truncate text-ink2" dir="auto">
                      {entry.fans}
                    </td>
                    <td className="num whitespace-nowrap">
                      <b className="text-[16px]">{figure(placed.riseK, 1)}</b>{' '}
                      <span className="text-[13px] text-ink2">± {figure(placed.interval95K, 1)}</span>
                    </td>
                    <td className="num">
                      {placed.resistanceKPerW === null ? '–' : figure(placed.resistanceKPerW, 3)}
                    </td>
                    <td className="num">{figure(placed.temperatureAtReferenceC, 1)}</td>
                    <td className="num whitespace-nowrap">{money(entry.price, entry.currency)}</td>
                    <td
                      className={`whitespace-nowrap ${placed.status === 'ranked' ? 'text-ok' : 'text-warn'}`}
                    >
                      {standing(placed)}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
        {data.ranking.placed.length === 0 && (
          <p className="py-4">Nothing can be placed at this level and load.</p>
        )}
      </section>
      <aside className="shrink-0 border-hairline lg:w-[350px] lg:border-l lg:pl-6" aria-label="Method">
        <h2 className="font-display text-[18px] font-bold">How this was measured</h2>
        {data.method.map((sentence) => (
          <p key={sentence} className="pt-2 text-[14.5px]" dir="auto">
            {sentence}
          </p>
        ))}
        <div className="mt-4 border-t border-hairline">
          <RankingNotes ranking={data.ranking} entries={entries} scale={scale} />
        </div>
      </aside>
    </div>
  );
}
