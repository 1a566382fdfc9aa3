'use client';

import { useState } from 'react';
import { newId } from '@/ui/newId';
import { followWork } from '@/ui/upload/followWork';
import { whoIsHere } from '@/ui/who';
import type { WriteData } from '@/lab/publish/writeView';
import { useAct } from '@/ui/useAct';

/** What was published, what can be published now, and who may see it by a link. */
export function PublishPanel({ data, isSaved }: { data: WriteData; isSaved: boolean }) {
  const { versions, links, roundUpId } = data;
  const [reason, setReason] = useState('');
  const [embargo, setEmbargo] = useState(data.embargo ? `${data.embargo}T09:00` : '');
  const [ends, setEnds] = useState('');
  const { act, busy, refusal: fault } = useAct('page');
  const last = versions.at(-1);
  const base = `/round-ups/${roundUpId}/verdict`;
  const isoOf = (local: string) => (local === '' ? null : new Date(local).toISOString());

  async function send(path: string, method: 'POST' | 'PATCH', body: object, said: string) {
    if ((await act({ url: path, method, body, said })).ok) setReason('');
  }

  return (
    <section aria-label="Published" className="space-y-3 text-[14.5px]">
      <h3 className="font-display text-[18px] font-bold">Publish</h3>
      {versions.length === 0 && (
        <p>
          Nothing is published. A version stays as it is, with its data; later runs change the draft only.
        </p>
      )}
      <ul className="space-y-2">
        {versions.map((version) => (
          <li key={version.version} data-version={version.version}>
            <b>Version {version.version}</b>, {version.publishedAt}
            {version.who && `, ${version.who}`}
            {version.isHeld && <span className="text-warn"> · held back until {version.embargoUntil}</span>}
            {last && version.version < last.version && (
              <span className="text-warn"> · corrected by version {version.version + 1}</span>
            )}
            {version.reason && (
              <span className="block text-ink2" dir="auto">
                {version.reason}
              </span>
            )}
            {version.changes.length > 0 && (
              <ul className="list-disc pl-5 text-ink2">
                {version.changes.map((change) => (
                  <li key={change} dir="auto">
                    {change}
                  </li>
                ))}
              </ul>
            )}
            <span className="flex flex-wrap gap-3">
              <a
                className="underline underline-offset-2"
                href={`${base}/versions/${version.version}/report`}
                target="_blank"
              >
                Read
              </a>
              <a
                className="underline underline-offset-2"
                href={`${base}/versions/${version.version}/report?download`}
              >
                Report, one file
              </a>
              <a className="underline underline-offset-2" href={`${base}/versions/${version.version}/bundle`}>
                Its data
              </a>
              <button
                type="button"
                className="cursor-pointer underline underline-offset-2"
                disabled={busy}
                onClick={() =>
                  void send(
                    `/api/round-ups/${roundUpId}/publications/${version.version}`,
                    'PATCH',
                    { endsAt: isoOf(ends), revoke: '' },
                    'The link is open',
                  )
                }
              >
                Open a link
              </button>
            </span>
          </li>
        ))}
      </ul>
      {versions.length > 1 && (
        <p>
          <a className="underline underline-offset-2" href={`${base}/versions`}>
            Set two versions side by side
          </a>
        </p>
      )}
      <form
        className="space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          const work = newId();
          void followWork(work);
          void send(
            `/api/round-ups/${roundUpId}/publications?work=${work}`,
            'POST',
            { who: whoIsHere(), reason, embargoUntil: isoOf(embargo), seen: last?.version ?? 0 },
            `Version ${(last?.version ?? 0) + 1} is published`,
          );
        }}
      >
        {last && (
          <label className="label-text block">
            Why is version {last.version} corrected?
            <input
              className="mt-0.5 block h-[33px] w-full rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
              value={reason}
              onChange={({ target }) => setReason(target.value)}
            />
          </label>
        )}
        <label className="label-text block">
          Held back until; empty for at once
          <input
            type="datetime-local"
            className="mt-0.5 block h-[33px] rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
            value={embargo}
            onChange={({ target }) => setEmbargo(target.value)}
          />
        </label>
        <button className="act-button" disabled={busy || !isSaved}>
          {last ? `Publish the correction as version ${last.version + 1}` : 'Publish version 1'}
        </button>
        {!isSaved && <p className="text-[13px] text-ink2">What stands here is being saved first.</p>}
      </form>
      {fault && (
        <p role="alert" className="text-bad" dir="auto">
          ▲ {fault}
        </p>
      )}
      <div className="space-y-1.5 border-t border-hairline pt-3">
        <h4 className="font-semibold">Links to a version</h4>
        <p className="text-[13.5px] text-ink2">
          A link shows one version and leads nowhere else. It reaches others only where this application
          stands on a network: then whoever has the address can read it.
        </p>
        <label className="label-text block">
          A link opened now ends; empty for never
          <input
            type="datetime-local"
            className="mt-0.5 block h-[33px] rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
            value={ends}
            onChange={({ target }) => setEnds(target.value)}
          />
        </label>
        <ul className="space-y-1">
          {links.map((link) => (
            <li
              key={link.token}
              className="flex flex-wrap gap-x-3"
              data-link={link.isOpen ? 'open' : 'closed'}
            >
              version {link.version}
              {link.isOpen ? (
                <>
                  <a
                    className="max-w-full truncate underline underline-offset-2"
                    href={`/shared/${link.token}`}
                    target="_blank"
                  >
                    /shared/{link.token.slice(0, 8)}…
                  </a>
                  {link.endsAt && <span className="text-ink2">until {link.endsAt}</span>}
                  <button
                    type="button"
                    className="cursor-pointer underline underline-offset-2"
                    onClick={() =>
                      void send(
                        `/api/round-ups/${roundUpId}/publications/${link.version}`,
                        'PATCH',
                        { endsAt: null, revoke: link.token },
                        'The link is revoked',
                      )
                    }
                  >
                    Revoke
                  </button>
                </>
              ) : (
                <span className="text-ink2">
                  {link.revokedAt ? `revoked ${link.revokedAt}` : `ended ${link.endsAt}`}
                </span>
              )}
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
