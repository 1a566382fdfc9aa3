import { Termed } from '@/ui/marks/term';
import { Link } from '@/ui/frame/link';
import type { ShownScale } from '@/core/curves/shown/shownScale';
import { standingWords } from '@/core/ranking/standingWords';
import type { PlacedEntry, Ranking } from '@/core/ranking/rankAtLine';
import type { Axis } from '@/core/curves/axis';
import { LayoutSketch } from '@/ui/marks/layoutSketch';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText, signed } from '@/ui/marks/figures';
import { bracketRoomPx, TieBrackets } from '@/ui/marks/tieBrackets';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';
import { Heads, LIKELY_PLACE, num } from '@/ui/frame/heads';

export interface RankingTableProps {
  ranking: Ranking;
  entries: ReadonlyMap<string, CurveEntry>;
  scale: ShownScale;
  axis: Axis;
  /** Of a level: the rise of each entry at the same place, K; null where nothing stands beside. */
  risesK: ReadonlyMap<string, number> | null;
  /** Where the runs behind an entry's figure are listed. */
  runsHref: (entry: string) => string;
  lit: string | null;
  onLit: (entry: string | null) => void;
  /** Curves carry numbers: the rows do too. */
  numbered: boolean;
  picked: ReadonlySet<string>;
  /** Picks an entry's curve out of the others, or lets it go. */
  onPick: (entry: string) => void;
}

function standing(placed: PlacedEntry, axis: Axis): string | null {
  if (placed.status === 'tops-out') return `tops out at ${figure(placed.at, axis.decimals)} ${axis.unit}`;
  if (placed.restated) return 'one setting, converted by the fan laws';
  return standingWords(placed.status) || null;
}

/** The order at the line; it follows while the line moves. */
export function RankingTable(props: RankingTableProps) {
  const { ranking, entries, scale, axis, risesK, runsHref, lit, onLit, picked } = props;
  const leader = ranking.placed[0];
  /** Heat and noise stand together; a level needs no second one beside it. */
  const withLevel = axis.against !== 'noise' && scale.unit !== 'dB(A)';
  const room = bracketRoomPx(ranking.brackets) + 4;
  return (
    <table className="figure-table">
      <Heads
        of={[
          LIKELY_PLACE,
          'Entry',
          num(scale.heading),
          withLevel && num('dB(A)'),
          risesK && num('rise, K'),
          num('to first'),
        ]}
      />
      <tbody>
        {ranking.placed.map((placed) => {
          const entry = entries.get(placed.entry)!;
          const note = standing(placed, axis);
          const difference = (placed.value - leader!.value) * scale.factor;
          return (
            <tr
              key={placed.entry}
              data-entry={placed.entry}
              className={lit === placed.entry ? 'bg-raised' : undefined}
              onPointerEnter={() => onLit(placed.entry)}
              onPointerLeave={() => onLit(null)}
            >
              <td className="relative text-[15px] font-bold whitespace-nowrap" style={{ paddingLeft: room }}>
                <TieBrackets brackets={ranking.brackets} place={placed.place} />
                {placeText(placed.placeFrom, placed.placeTo)}
              </td>
              <td className="w-full max-w-0">
                <button
                  type="button"
                  aria-pressed={picked.has(placed.entry)}
                  title={`${entry.product}: pick its curve out of the others`}
                  className={`flex w-full cursor-pointer items-center gap-1.5 text-left ${picked.has(placed.entry) ? 'font-semibold' : ''}`}
                  onClick={() => props.onPick(placed.entry)}
                >
                  <EntryMark position={entry.position} />
                  {props.numbered && (
                    <span className="w-4 shrink-0 text-right text-[13px] text-ink2">
                      {entry.position + 1}
                    </span>
                  )}
                  <LayoutSketch layout={entry.layout} className="w-8" />
                  <span className="line-clamp-2 leading-tight" dir="auto">
                    {entry.product}
                  </span>
                </button>
                {note && (
                  <span className="block truncate text-[13px] text-warn">
                    <Termed>{note}</Termed>
                  </span>
                )}
              </td>
              <td className="num whitespace-nowrap">
                <Link
                  href={runsHref(placed.entry)}
                  title="The runs behind this figure"
                  className="hover:underline"
                >
                  <b>{figure(scale.offset + scale.factor * placed.value, scale.decimals)}</b>
                  <span className="text-[13px] text-ink2">
                    {' '}
                    ± {figure(placed.interval95 * scale.factor, scale.decimals)}
                  </span>
                </Link>
              </td>
              {withLevel && <td className="num text-[13.5px]">{figure(placed.levelDb, 1)}</td>}
              {risesK && (
                <td className="num text-[13.5px]">{figure(risesK.get(placed.entry) ?? Number.NaN, 1)}</td>
              )}
              <td className="num text-[13px] text-ink2">
                {placed === leader ? '' : signed(difference, scale.decimals)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
