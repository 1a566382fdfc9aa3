import { NumberField } from '@/ui/form/fields';
import { TONE_UNDER_DB } from './clipPlayer';
import { Button } from '@/ui/frame/button';

/** The reviewer's own playback, told by a meter at the ear. */
export function EarScale({
  scaleDb,
  onTone,
  onScale,
}: {
  scaleDb: number | null;
  onTone: () => void;
  onScale: (readDb: number | null) => void;
}) {
  return (
    <section aria-label="Your playback" className="border-t border-hairline pt-3">
      <h2 className="font-display text-[16px] font-bold">Your playback</h2>
      <p className="py-1.5 text-[14.5px]">
        Play the tone with the volume that you listen at, hold a meter where your ear is, and type what it
        reads. It stays in this browser; another volume makes it wrong.
      </p>
      <div className="flex items-end gap-3">
        <Button onClick={onTone}>Play the tone</Button>
        <div className="w-32">
          <NumberField
            label="Read at the ear"
            unit="dB(A)"
            optional
            value={scaleDb === null ? null : Number((scaleDb - TONE_UNDER_DB).toFixed(1))}
            onValue={(read) => onScale(read !== null && read >= 20 && read <= 120 ? read : null)}
          />
        </div>
      </div>
    </section>
  );
}
