'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { plural } from '@/ui/figures';
import { sendJson } from '@/ui/sendJson';
import { ProblemList, type ShownProblem } from './problemList';
import { WorkProgress } from './workProgress';

export interface BundleCheckData {
  uploadId: string;
  title: string;
  problems: ShownProblem[];
  entries: { entry: string; product: string; runs: number }[];
  runs: number;
  loads: string[];
  setAside: number;
  unsettled: number;
  others: string[];
  alreadyThere: { id: number; runs: number } | null;
}

/** What an uploaded bundle will bring, before anything is written. */
export function BundleCheck({ data }: { data: BundleCheckData }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState('');

  async function bringIn() {
    setBusy(true);
    setFailure('');
    const answer = await sendJson(`/api/uploads/${data.uploadId}/import`, 'POST', {});
    if (answer.ok) {
      router.push(`/round-ups/${String(answer.body.roundUpId)}/logbook`);
      return;
    }
    setBusy(false);
    setFailure(answer.message);
  }

  if (data.problems.length > 0) {
    return (
      <section data-refused className="max-w-3xl">
        <h2 className="font-display text-[22px] font-bold text-bad">
          ▲ {data.problems.length === 1 ? 'One thing is' : `${data.problems.length} things are`} wrong
        </h2>
        <p className="py-2">
          Nothing was imported, and nothing in the lab has changed. Put it right and bring it again.
        </p>
        <ProblemList problems={data.problems} />
        <Link className="act-button mt-4 inline-block" href="/bring">
          Bring it again
        </Link>
      </section>
    );
  }
  return (
    <section className="max-w-3xl">
      <h2 className="font-display truncate text-[22px] font-bold" dir="auto">
        {data.title}
      </h2>
      <p className="py-2">
        {plural(data.entries.length, 'entry', 'entries')}, {plural(data.runs, 'run')}
        {data.loads.length > 0 && ` at ${data.loads.join(', ')}`}
        {data.setAside > 0 && `; ${data.setAside} set aside`}
        {data.unsettled > 0 && `; ${data.unsettled} not settled, which support no curve`}.
        {data.others.length > 0 &&
          ` Also kept: ${data.others.slice(0, 5).join(', ')}${data.others.length > 5 ? ' …' : ''}.`}
      </p>
      {data.alreadyThere && (
        <p className="border-l-2 border-warn py-1 pl-3 text-warn">
          A round-up of this title is in the lab already, with {plural(data.alreadyThere.runs, 'run')}. This
          one comes beside it as another.{' '}
          <Link className="underline" href={`/round-ups/${data.alreadyThere.id}/logbook`}>
            See it
          </Link>
        </p>
      )}
      <div
        className="my-3 max-h-[46vh] overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="Entries that will come"
      >
        <table className="figure-table">
          <thead>
            <tr>
              <th scope="col">Entry</th>
              <th scope="col">Product</th>
              <th scope="col" className="num">
                Runs
              </th>
            </tr>
          </thead>
          <tbody>
            {data.entries.map((entry) => (
              <tr key={entry.entry}>
                <td className="max-w-40 truncate text-ink2">{entry.entry}</td>
                <td className="max-w-80 truncate" dir="auto" title={entry.product}>
                  {entry.product}
                </td>
                <td className="num">{entry.runs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {busy ? (
        <WorkProgress uploadId={data.uploadId} />
      ) : (
        <>
          <button className="act-button" onClick={() => void bringIn()}>
            Import {plural(data.runs, 'run')}
          </button>
          <Link className="ml-4 text-[14px] underline" href="/bring">
            Bring something else
          </Link>
        </>
      )}
      {failure && (
        <p role="alert" className="pt-2 text-bad">
          ▲ {failure}
        </p>
      )}
    </section>
  );
}
