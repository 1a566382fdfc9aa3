'use client';

/** What kept a form from being saved. What was typed stays in the form until the reviewer decides. */
export type Trouble =
  | { kind: 'failed'; message: string; field?: string | undefined; again?: boolean }
  /** Somebody else was faster: who, and what stands there now, in words. */
  | { kind: 'conflict'; who: string; theirs: string }
  /** Values that can be true and are mostly slips. */
  | { kind: 'asked'; asked: string[] };

interface Ways {
  /** Sends the same once more: nobody answered, or the values are meant so. */
  onAgain: () => void;
  onMine?: () => void;
  onTheirs?: () => void;
  busy?: boolean;
}

/** The notice beside a form, with the ways on from it. It stays until one is taken. */
export function TroubleNote({
  trouble,
  onAgain,
  onMine,
  onTheirs,
  busy,
}: { trouble: Trouble | null } & Ways) {
  if (!trouble) return null;
  return (
    <div
      role="alert"
      data-trouble={trouble.kind}
      className={`space-y-1.5 border-l-2 py-1 pl-3 text-[14px] ${trouble.kind === 'failed' ? 'border-bad text-bad' : 'border-warn text-warn'}`}
    >
      {trouble.kind === 'failed' && <p>▲ {trouble.message}</p>}
      {trouble.kind === 'failed' && trouble.again && (
        <Button className="text-ink" disabled={busy} onClick={onAgain}>
          Try again
        </Button>
      )}
      {trouble.kind === 'asked' && (
        <>
          {trouble.asked.map((name) => (
            <p key={name}>▲ {sentence(name)}</p>
          ))}
          <Button className="text-ink" disabled={busy} onClick={onAgain}>
            Save anyway
          </Button>
        </>
      )}
      {trouble.kind === 'conflict' && (
        <>
          <p dir="auto">
            ▲ Meanwhile {trouble.who || 'somebody'} has changed this{trouble.theirs && `: ${trouble.theirs}`}.
            Nothing was overwritten, and what you typed is still here.
          </p>
          <p className="flex flex-wrap gap-2">
            <Button className="text-ink" disabled={busy} onClick={onMine}>
              Overwrite with mine
            </Button>
            <Button className="text-ink" disabled={busy} onClick={onTheirs}>
              Use theirs
            </Button>
          </p>
        </>
      )}
    </div>
  );
}
import { sentence } from '@/core/words';
import { Button } from '@/ui/frame/button';
