'use client';

import { Link } from '@/ui/frame/link';
import { BringRecording } from './bringRecording';
import { ClipDetail } from './clipDetail';
import { ClipsTable } from './clipsTable';
import { hasSide, nextRecording } from './nextRecording';
import { SidesTable } from './sidesTable';
import type { SoundData } from '@/lab/sound/soundPage';
import { PageLine } from '../desk/pageLine';

/** Recordings of a round-up: what they come to, their spectra over the room, and how they are brought. */
export function SoundStage({ data }: { data: SoundData }) {
  const base = `/round-ups/${data.roundUpId}/curves`;
  const counted = data.clips.filter(({ sone }) => sone !== null).length;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        {data.clips.length > 0 && (
          <p className="text-[14.5px] text-ink2">
            {counted} of {data.clips.length} clips give a loudness
          </p>
        )}
        {counted > 0 && (
          <>
            <Link className="text-[14px] underline underline-offset-3" href={`${base}?what=sone`}>
              Rank by sone
            </Link>
            <Link className="text-[14px] underline underline-offset-3" href={`${base}?against=sone`}>
              Against loudness
            </Link>
          </>
        )}
      </PageLine>
      {data.clips.length === 0 && <p className="max-w-2xl">{nextRecording(data.sides)}</p>}
      {data.clips.length > 0 && !hasSide(data.sides, 'calibration') && (
        <p className="text-warn">▲ No calibration tone: levels are relative, loudness is not available.</p>
      )}
      {data.clips.length > 0 && (
        <div className="grid gap-x-7 gap-y-5 xl:grid-cols-[minmax(0,31rem)_minmax(0,1fr)]">
          <ClipsTable data={data} />
          {data.shown && (
            <ClipDetail key={data.shown.row.id} data={data} shown={data.shown} beside={data.beside} />
          )}
        </div>
      )}
      <BringRecording data={data} />
      <SidesTable data={data} />
    </div>
  );
}
