'use client';

import type { BundleCheck as Checked, CheckedEntry } from '@/lab/bring/checkUpload';
import { Link } from '@/ui/frame/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { plural } from '@/ui/marks/figures';
import { sendJson } from '@/ui/sendJson';
import { EntriesTaken, newRuns, takenAtFirst, type Taken } from './entriesTaken';
import type { ShownProblem } from './problemList';
import { WorkProgress } from '@/ui/upload/workProgress';
import { Refused } from './refused';
import { WhereItGoes } from './whereItGoes';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

type BundleCheckData = Omit<Checked, 'kind'> & { uploadId: string };

/** What an uploaded bundle will bring, before anything is written. */
export function BundleCheck({ data }: { data: BundleCheckData }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState('');
  const [asAnother, setAsAnother] = useState(false);
  const [taken, setTaken] = useState(
    () => new Map(data.entries.map((entry) => [entry.entry, takenAtFirst(entry)])),
  );
  const undecided = [...taken.values()].filter((value) => value === 'undecided').length;
  const fresh = data.entries.reduce((sum, entry) => sum + newRuns(entry, taken.get(entry.entry)!), 0);
  const isNew = [...taken.values()].includes('new');
  const hasLikes = data.entries.some((entry) => entry.candidates.length > 0);
  const { versions, links } = data.published;
  const brings = fresh > 0 || isNew || !data.twin || asAnother || versions > 0 || links > 0;
  const publishedWords = [
    versions > 0 && plural(versions, 'published version'),
    links > 0 && plural(links, 'link'),
  ]
    .filter(Boolean)
    .join(', ');

  function takeAll(pick: (entry: CheckedEntry) => Taken) {
    setTaken(new Map(data.entries.map((entry) => [entry.entry, pick(entry)])));
  }

  async function bringIn() {
    setBusy(true);
    setFailure('');
    const meant = [...taken].map(([entry, value]) => ({
      entry,
      entryId: typeof value === 'number' ? value : null,
    }));
    const answer = await sendJson<{ roundUpId: number; problems: ShownProblem[] }>(
      `/api/uploads/${data.uploadId}/import`,
      'POST',
      { meant, asAnother },
    );
    if (answer.ok) {
      router.push(`/round-ups/${String(answer.body.roundUpId)}/logbook`);
      return;
    }
    setBusy(false);
    const [first] = answer.body.problems ?? [];
    setFailure(first ? `${answer.message} ${first.file}: ${first.message}` : answer.message);
  }

  if (data.problems.length > 0) {
    return <Refused problems={data.problems} />;
  }
  return (
    <section className="max-w-5xl">
      <h2 className="font-display truncate text-[22px] font-bold" dir="auto">
        {data.title}
      </h2>
      <p className="py-2">
        {plural(data.entries.length, 'entry', 'entries')}, {plural(data.runs, 'run')}
        {data.loads.length > 0 && ` at ${data.loads.join(', ')}`}
        {data.setAside > 0 && `; ${data.setAside} set aside`}
        {data.unsettled > 0 && `; ${data.unsettled} not settled, which support no curve`}.
        {publishedWords && ` New: ${publishedWords}.`}
        {data.others.length > 0 &&
          ` Also kept: ${data.others.slice(0, 5).join(', ')}${data.others.length > 5 ? ' …' : ''}.`}
      </p>
      {data.twin && <WhereItGoes twin={data.twin} asAnother={asAnother} onAnother={setAsAnother} />}
      {hasLikes && (
        <p className="flex flex-wrap items-center gap-3 pt-3 text-[14px]">
          {undecided > 0 && (
            <b className="text-warn">? {plural(undecided, 'entry is', 'entries are')} to be decided</b>
          )}
          <Button onClick={() => takeAll((entry) => entry.candidates[0]?.entryId ?? 'new')}>
            All are the lab’s
          </Button>
          <Button onClick={() => takeAll(() => 'new')}>All are new entries</Button>
        </p>
      )}
      <div
        className="my-3 max-h-[46vh] overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="Entries that will come"
      >
        <EntriesTaken
          entries={data.entries}
          taken={taken}
          onTake={(entry, to) => setTaken(new Map(taken).set(entry, to))}
        />
      </div>
      {busy ? (
        <WorkProgress uploadId={data.uploadId} />
      ) : (
        <>
          {brings ? (
            <button className="act-button" disabled={undecided > 0} onClick={() => void bringIn()}>
              {fresh > 0
                ? `Import ${plural(fresh, 'run')}`
                : publishedWords
                  ? `Import ${publishedWords}`
                  : 'Import: no run is new'}
            </button>
          ) : (
            <>
              <p className="pb-2">Nothing in it is new: all of it is in the lab.</p>
              <Link className="act-button inline-block" href={`/round-ups/${data.twin!.id}/logbook`}>
                Open the round-up
              </Link>
            </>
          )}
          <Link className="ml-4 text-[14px] underline" href="/bring">
            Import something else
          </Link>
        </>
      )}
      <Fault className="pt-2 text-[14px]">{failure}</Fault>
    </section>
  );
}
