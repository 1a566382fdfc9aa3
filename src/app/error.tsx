'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useEffect } from 'react';
import { Header } from '@/ui/frame/header';

const RETRY_MS = 2500;

/** What went wrong, in words; where PostgreSQL is away the page comes back by itself. */
export default function ErrorPage({
  error,
  reset,
}: {
  error: Error & { digest?: string };
  reset: () => void;
}) {
  const router = useRouter();
  const busy = error.digest === 'DATABASE_BUSY';
  const away = busy || error.digest === 'DATABASE_AWAY';
  useEffect(() => {
    if (!away) return undefined;
    const timer = setInterval(() => {
      startTransition(() => {
        router.refresh();
        reset();
      });
    }, RETRY_MS);
    return () => clearInterval(timer);
  }, [away, reset, router]);
  return (
    <>
      <Header
        title={busy ? 'Many ask at once' : away ? 'The database does not answer' : 'Something went wrong'}
      />
      <main id="main" tabIndex={-1} className="max-w-xl space-y-4 px-7 pt-6">
        {busy ? (
          <p role="status">This page asks again in a moment, and comes by itself.</p>
        ) : away ? (
          <p role="status">
            Nothing is lost: what was saved stays saved. This page asks again every few seconds and comes back
            by itself once PostgreSQL answers.
          </p>
        ) : (
          <p>
            The page could not be made. What was saved stays saved.
            {error.digest && ` (Mark ${error.digest} in the server’s log.)`}
          </p>
        )}
        <button
          className="act-button"
          onClick={() =>
            startTransition(() => {
              router.refresh();
              reset();
            })
          }
        >
          Try again
        </button>
      </main>
    </>
  );
}
