'use client';

import { parseAsInteger, useQueryState } from 'nuqs';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import type { ClipRow, SoundData } from '@/lab/sound/soundPage';
import { Heads, num } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';

/** In words why a clip counts for nothing, or what to know of it. */
function Standing({ clip }: { clip: ClipRow }) {
  if (clip.setAside) return <>set aside</>;
  const spoilt = clip.faults.find(({ spoils }) => spoils);
  if (spoilt) return <span className="text-warn">▲ {clip.usedAnyway ? 'used anyway' : 'left out'}</span>;
  if (clip.fullScaleDb === null) return <span className="text-warn">▲ not calibrated</span>;
  if (clip.outOf) return <>no loudness</>;
  const clear = clip.tones.filter(({ prominent }) => prominent);
  if (clear.length > 0) return <>{clear.length === 1 ? 'a clear tone' : `${clear.length} clear tones`}</>;
  return <span className="text-ink2">no clear tone</span>;
}

/** All clips, entry by entry; a press shows one. */
export function ClipsTable({ data }: { data: SoundData }) {
  const options = { shallow: false, scroll: false };
  const [, setClip] = useQueryState('clip', parseAsInteger.withOptions(options));
  const rows = [...data.clips].sort(
    (a, b) =>
      a.position - b.position || (b.rpm ?? b.levelDba ?? 0) - (a.rpm ?? a.levelDba ?? 0) || a.id - b.id,
  );
  return (
    <Scrolled label="Clips">
      <table className="figure-table">
        <Heads of={['Entry', 'Setting', num('dB(A)'), num('sone'), 'To know']} />
        <tbody>
          {rows.map((clip, i) => {
            const isShown = data.shown?.row.id === clip.id;
            const isSame = i > 0 && rows[i - 1]!.entry === clip.entry;
            return (
              <tr key={clip.id} data-clip={clip.id} className={isShown ? 'bg-raised' : ''}>
                <td>
                  <span className={`flex items-center gap-1.5 ${isSame ? 'sr-only' : ''}`}>
                    <EntryMark position={clip.position} />
                    <span dir="auto">{clip.product}</span>
                  </span>
                </td>
                <td>
                  <button
                    type="button"
                    className="cursor-pointer underline underline-offset-3"
                    aria-pressed={isShown}
                    aria-label={`${clip.setting}, ${clip.product}`}
                    onClick={() => void setClip(clip.id)}
                  >
                    {clip.setting}
                  </button>
                </td>
                <td className="num">{figure(clip.levelDba, 1)}</td>
                <td className="num">
                  {clip.sone !== null &&
                  clip.soneAtMost !== null &&
                  clip.soneAtMost - clip.sone > 0.1 * clip.sone
                    ? `${figure(clip.sone, 2)} to ${figure(clip.soneAtMost, 2)}`
                    : figure(clip.sone, 2)}
                </td>
                <td className="text-[14px] whitespace-nowrap">
                  <Standing clip={clip} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Scrolled>
  );
}
