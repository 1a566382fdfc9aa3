'use client';

import { useEffect, useState } from 'react';
import { progressOf, stopWork, workWords, type Progress } from './workAside';
import { Button } from '@/ui/frame/button';

const ASK_MS = 500;

/** How far the work on an upload is, asked for as long as it is shown, with a way to stop it. */
export function WorkProgress({ uploadId, onStop }: { uploadId: string; onStop?: () => void }) {
  const [progress, setProgress] = useState<Progress | null>(null);
  useEffect(() => {
    let gone = false;
    const ask = async () => {
      const now = await progressOf(uploadId);
      if (!gone && now !== undefined) setProgress(now);
    };
    const timer = setInterval(() => void ask(), ASK_MS);
    void ask();
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [uploadId]);

  async function stop() {
    onStop?.();
    await stopWork(uploadId);
  }

  const percent = Math.round((progress?.share ?? 0) * 100);
  const words = progress ? workWords(progress) : 'Looking at what came …';
  return (
    <div className="max-w-md" role="status">
      <p className="pb-2" dir="auto">
        {words}
      </p>
      <progress
        key={progress?.what}
        className="progress progress-primary w-full"
        aria-label={words}
        max={1}
        {...(percent > 0 ? { value: progress!.share } : {})}
      />
      <Button className="mt-3" onClick={() => void stop()}>
        Stop
      </Button>
    </div>
  );
}
