'use client';

import { useState } from 'react';
import { plural } from '@/ui/marks/figures';
import { newId } from '@/ui/newId';
import { followWork } from '@/ui/upload/followWork';
import { whoIsHere } from '@/ui/who';
import type { WriteData } from '@/lab/publish/writeView';
import { useAct } from '@/ui/useAct';
import { Links } from './links';
import { VersionItem } from './versionItem';
import { Fault } from '@/ui/form/fault';
import { Form } from '@/ui/form/form';

/** What was published, what can be published now, and who may see it by a link. */
export function PublishPanel({
  data,
  isSaved,
  overclaims,
}: {
  data: WriteData;
  isSaved: boolean;
  /** Sentences that say more than their figures bear. */
  overclaims: number;
}) {
  const { versions, links, roundUpId } = data;
  const [reason, setReason] = useState('');
  const [embargo, setEmbargo] = useState(data.embargo ? `${data.embargo}T09:00` : '');
  const [ends, setEnds] = useState('');
  // The question about words close to a covered name, and whether it is answered.
  const [question, setQuestion] = useState('');
  const [isConfirmed, setConfirmed] = useState(false);
  const { act, busy, refusal: fault } = useAct('page');
  const last = versions.at(-1);
  const base = `/round-ups/${roundUpId}/verdict`;
  const isoOf = (local: string) => (local === '' ? null : new Date(local).toISOString());

  async function send(path: string, method: 'POST' | 'PATCH', body: object, said: string) {
    const answer = await act({ url: path, method, body, said });
    if (answer.ok) setReason('');
    setQuestion(!answer.ok && answer.body.field === 'confirmed' ? answer.message : '');
    setConfirmed(false);
  }

  const ofVersion = (version: number) => `/api/round-ups/${roundUpId}/publications/${version}`;
  const openLink = (version: number) =>
    void send(ofVersion(version), 'PATCH', { endsAt: isoOf(ends), revoke: '' }, 'The link is open');
  const revoke = (link: WriteData['links'][number]) =>
    void send(ofVersion(link.version), 'PATCH', { endsAt: null, revoke: link.token }, 'The link is revoked');

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
          <VersionItem
            key={version.version}
            {...{ version, base, busy }}
            isCorrected={last !== undefined && version.version < last.version}
            onLink={() => openLink(version.version)}
          />
        ))}
      </ul>
      {versions.some(({ isHeld }) => !isHeld) && (
        <p>
          <a className="underline underline-offset-2" href={`${base}/versions/site`} download>
            All versions as a folder for any web server
          </a>
        </p>
      )}
      {versions.length > 1 && (
        <p>
          <a className="underline underline-offset-2" href={`${base}/versions`}>
            Set two versions side by side
          </a>
        </p>
      )}
      <Form
        className="space-y-2"
        onSend={() => {
          const work = newId();
          void followWork(work);
          void send(
            `/api/round-ups/${roundUpId}/publications?work=${work}`,
            'POST',
            {
              who: whoIsHere(),
              reason,
              embargoUntil: isoOf(embargo),
              seen: last?.version ?? 0,
              confirmed: isConfirmed ? question : '',
            },
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
        {overclaims > 0 && (
          <p className="text-warn">
            ▲ {plural(overclaims, 'sentence says', 'sentences say')} more than the figures bear: named above
            the text.
          </p>
        )}
        {question !== '' && <Fault>{question}</Fault>}
        {question !== '' && (
          <label className="flex items-start gap-2 text-[14.5px]">
            <input
              type="checkbox"
              className="checkbox checkbox-sm mt-0.5"
              checked={isConfirmed}
              onChange={({ target }) => setConfirmed(target.checked)}
            />
            None of these words names a covered product
          </label>
        )}
        <button className="act-button" disabled={busy || !isSaved}>
          {last ? `Publish the correction as version ${last.version + 1}` : 'Publish version 1'}
        </button>
        {!isSaved && <p className="text-[13px] text-ink2">Your changes are being saved first.</p>}
      </Form>
      {fault !== question && <Fault>{fault}</Fault>}
      <Links links={links} ends={ends} onEnds={setEnds} onRevoke={revoke} />
    </section>
  );
}
