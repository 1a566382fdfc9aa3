import { Link } from '@/ui/frame/link';
import { plural } from '@/core/words';
import { ChangesList } from '../versions/changesList';
import type { VersionState } from '@/lab/publish/versionState';

/** Whether readers have this order: a draft, as it was published, or what differs from the last version. */
export function VersionNote({ roundUpId, state }: { roundUpId: number; state: VersionState }) {
  if (state.state === 'draft') return <p className="label-text">Draft: nothing is published yet.</p>;
  const versions = (
    <Link className="underline underline-offset-2" href={`/round-ups/${roundUpId}/verdict/write`}>
      version {state.version}
    </Link>
  );
  if (state.state === 'published')
    return (
      <p className="label-text">
        <span className="text-ok">●</span> The order at the brief’s first line and load is as published in{' '}
        {versions}, {state.on}.
      </p>
    );
  return (
    <details className="label-text">
      <summary className="cursor-pointer">
        <span className="text-warn">▲</span> Differs from version {state.version}, {state.on}:{' '}
        {plural(state.changes.length, 'entry', 'entries')}
      </summary>
      <ChangesList changes={state.changes} />
      <p>Published was {versions}; a correction is published under Write.</p>
    </details>
  );
}
