import { useRef, useState } from 'react';
import { WorkProgress } from '@/ui/upload/workProgress';
import { Button } from '@/ui/frame/button';

const LOW_PEAK = 0.999;

/** Where recordings are dropped, chosen or made: what is under way stands in its place. */
export function DropArea({
  busy,
  live,
  isReady,
  onFiles,
  onRecord,
  onStop,
}: {
  /** The upload that is being read, or “sending”; null while nothing is under way. */
  busy: string | null;
  /** What the microphone hears, where it is open. */
  live: { peak: number; seconds: number } | null;
  /** It is known what a recording would be of. */
  isReady: boolean;
  onFiles: (files: FileList | null) => Promise<void>;
  onRecord: () => void;
  onStop: () => void;
}) {
  const [over, setOver] = useState(false);
  const chosen = useRef<HTMLInputElement>(null);
  return (
    <div
      className={`mt-3 max-w-3xl rounded-lg border border-dashed px-4 py-5 text-center ${over ? 'border-act bg-raised' : 'border-ink2/60'}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        if (isReady && busy === null) void onFiles(event.dataTransfer.files);
      }}
    >
      {busy === 'sending' ? (
        <p role="status">Sending …</p>
      ) : busy !== null ? (
        <div className="mx-auto max-w-md text-left">
          <WorkProgress uploadId={busy} />
        </div>
      ) : live ? (
        <div role="status">
          <p className="pb-2">
            Recording, <span className="num">{live.seconds.toFixed(0)} s</span>
            {live.peak > LOW_PEAK
              ? ': ▲ clipped, take less gain'
              : `, peak ${(20 * Math.log10(Math.max(1e-5, live.peak))).toFixed(0).replace('-', '\u2212')} dB`}
          </p>
          <button type="button" className="act-button" onClick={onStop}>
            Stop and keep
          </button>
        </div>
      ) : (
        <>
          <p className="pb-3">
            {isReady ? 'Drop a WAV here' : 'Which setting is it of?'}
            <span className="text-ink2"> (16, 24, 32 bit or float, 44.1 to 192 kHz)</span>
          </p>
          <Button disabled={!isReady} onClick={() => chosen.current!.click()}>
            Choose a file
          </Button>{' '}
          <Button disabled={!isReady} onClick={onRecord}>
            Record with this desk’s microphone
          </Button>
        </>
      )}
      <input
        ref={chosen}
        type="file"
        className="hidden"
        aria-label="Recording"
        accept=".wav,audio/wav"
        onChange={({ target }) => void onFiles(target.files).then(() => (target.value = ''))}
      />
    </div>
  );
}
