import type { ShownScale } from '@/core/curves/shown/shownScale';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import type { NotPlacedEntry, Ranking } from '@/core/ranking/rankAtLine';
import { sampleSentences } from '@/core/ranking/sampleSentences';
import { standOutSentence } from '@/core/ranking/standOutSentence';
import { figure } from '@/ui/marks/figures';
import { roomMovedBetween } from '@/core/rig/roomMoved';
import { EntryMark } from '@/ui/marks/entryMark';
import { sentence } from '@/core/words';
import type { PageEntry as CurveEntry } from '@/lab/model/pageEntries';

const WORDS: Record<NotPlacedEntry['status'], string> = {
  'too-loud': 'Always louder.',
  'too-fast': 'Too fast.',
  'below-floor': 'Masked by room noise.',
  unsettled: 'Not settled.',
  'no-runs': 'Not measured.',
};

const shortName = (name: string) => (name.length > 60 ? `${name.slice(0, 60)}…` : name);

/** What the order cannot say by itself: ties in words, doubts that are assumed, and who is not placed. */
export function RankingNotes({
  ranking,
  entries,
  scale,
  assumed: assumedWords,
  absent,
  compared,
  roomC,
}: {
  ranking: Ranking;
  entries: ReadonlyMap<string, CurveEntry>;
  scale: ShownScale;
  /** Standard uncertainty where nothing was repeated, in words. */
  assumed: string;
  /** What it means where an entry has no value of this response, where that is a result. */
  absent?: string | undefined;
  /** What an entry is: a cooler, a fan, a layout. */
  compared: string;
  /** Coolest and warmest room that an entry was measured in; null where it does not matter. */
  roomC: { fromC: number; toC: number } | null;
}) {
  const assumed = ranking.placed.some((placed) => placed.spreadSource === 'assumed');
  const moved = roomC ? roomMovedBetween(ranking.placed, roomC) : null;
  const names = ranking.placed.map((placed) => shortName(entries.get(placed.entry)!.product));
  const shown = { ...scale, unit: scale.unit === '°C' ? 'K' : scale.unit };
  return (
    <div className="space-y-2 pt-3 text-[14.5px]">
      {ranking.brackets.map((bracket) => (
        <p key={bracket.better}>{bracketSentences(bracket, names, shown).join(' ')}</p>
      ))}
      {assumed && (
        <p className="text-ink2">
          No {compared} was mounted twice: what remounting does is assumed in ±, {assumedWords}. Add a mount
          to measure it.
        </p>
      )}
      {moved !== null && roomC && (
        <p className="text-warn">
          ▲ They were measured in rooms of {figure(roomC.fromC, 1)} to {figure(roomC.toC, 1)} °C. Warmer air
          is thinner: that can have moved one against another by up to {figure(moved, 1)} K, which is not in
          ±.
        </p>
      )}
      {ranking.standOut.length > 0 && (
        <p>
          {standOutSentence(ranking.standOut.map((entry) => shortName(entries.get(entry)!.product)))} Look at
          how {ranking.standOut.length === 1 ? 'it was' : 'they were'} mounted; a further mount helps most.
        </p>
      )}
      {sampleSentences(ranking.placed, (entry) => entries.get(entry)?.samplesOf ?? null, shown).map(
        (told) => (
          <p key={told}>{told}</p>
        ),
      )}
      {ranking.notPlaced.length > 0 && (
        <section className="mt-4 border-t border-hairline pt-4">
          <h2 className="font-display mb-1.5 text-[15px] font-bold">Not ranked here</h2>
          <ul className="space-y-1.5">
            {ranking.notPlaced.map(({ entry, status, reason }) => {
              const other = entries.get(entry)!;
              return (
                <li key={entry} data-not-placed={entry} className="text-[13.5px] text-ink2">
                  <EntryMark position={other.position} />{' '}
                  <span className="text-[14.5px] text-ink" dir="auto">
                    {shortName(other.product)}
                  </span>{' '}
                  {status === 'no-runs' && absent ? absent : `${WORDS[status]} ${sentence(reason)}`}
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </div>
  );
}
