import { sentence } from '@/core/words';
import { figure } from '@/ui/marks/figures';
import type { ClipRow } from '@/lab/sound/soundPage';

/** The tones of a clip, the clear ones bold, each with what it is and by how much it stands out. */
export function Tones({ row }: { row: ClipRow }) {
  if (row.tones.length === 0) return <p className="text-[14.5px]">No clear tone.</p>;
  return (
    <ul className="list-disc space-y-0.5 pl-5 text-[14.5px]">
      {row.tones.slice(0, 6).map((tone) => (
        <li key={tone.hz} className={tone.prominent ? 'font-semibold' : ''} dir="auto">
          {sentence(tone.sentence)}
          <span className="font-normal text-ink2">
            {tone.levelDb !== null && `; ${figure(tone.levelDb, 1)} dB`}, {figure(tone.toneToNoiseDb, 1)} dB
            over the noise of its band, prominence {figure(tone.prominenceDb, 1)} dB
            {tone.beating &&
              `; it swells ${figure(tone.beating.rateHz, 1)} times a second: two of nearly one speed?`}
          </span>
        </li>
      ))}
    </ul>
  );
}
