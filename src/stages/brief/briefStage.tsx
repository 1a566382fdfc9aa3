'use client';

import { Link } from '@/ui/frame/link';
import { useRef, useState } from 'react';
import { briefChanges } from '@/core/brief/briefChanges';
import { methodCard } from '@/core/brief/methodCard';
import { asking } from '@/core/brief/brief';
import { QUESTIONS } from '@/core/brief/questions';
import { insideSentence } from '@/core/words';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet } from '@/ui/form/useSheet';
import type { BriefData } from '@/lab/planning/cardRig';
import { BriefNumbers } from './briefNumbers';
import { BriefRest } from './briefRest';
import { MethodCardView } from './methodCardView';
import { BriefHistory } from './briefHistory';
import { KeptMethods } from './keptMethods';
import { Schools } from './schools';

/** Fields of the folded rest that the door can refuse. */
const REST = ['windowS', 'referenceAmbientC', 'bandDba.to', 'limits.currency', 'embargo', 'rates'];

/** What the round-up asks and how; beside it the method card that it writes. */
export function BriefStage({ data }: { data: BriefData }) {
  const form = useRef<HTMLFormElement>(null);
  const sheet = useSheet('brief', data.roundUpId, data.sheet);
  const brief = sheet.body;
  const [reason, setReason] = useState('');
  const [isRestOpen, setRestOpen] = useState(false);
  const question = QUESTIONS.find((other) => other.value === brief.question)!;
  const changes = sheet.dirty ? briefChanges(data.sheet.body, brief) : [];
  const costs = changes.filter((change) => change.incomparable !== '');
  const late = data.runs > 0 && changes.length > 0;
  const fieldError = (path: string) => fieldFault(sheet, path);

  async function submit(event: React.FormEvent) {
    event.preventDefault();
    if (!form.current!.reportValidity()) return;
    if (await sheet.save({ reason: reason.trim(), said: 'Brief saved' })) setReason('');
  }

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-6 px-4 pt-4 pb-4 md:px-7 lg:flex-row">
      <form
        ref={form}
        noValidate={false}
        onSubmit={(event) => void submit(event)}
        className="flex min-h-0 min-w-0 flex-1 flex-col"
      >
        <div
          className="min-h-0 flex-1 space-y-6 pr-1 pb-4 lg:overflow-y-auto"
          role="region"
          aria-label="Brief"
          tabIndex={0}
        >
          <fieldset>
            <legend className="font-display pb-1 text-[20px] font-bold">The question</legend>
            <div className="max-w-xl">
              <ChoiceField
                label="What is compared"
                value={brief.question}
                options={QUESTIONS}
                onValue={(question) => sheet.set(asking(brief, question))}
              />
            </div>
            <p className="pt-1.5 text-[14.5px]">
              <b>Answers</b> {insideSentence(question.can)} <b>Does not answer</b>{' '}
              {insideSentence(question.cannot)}
            </p>
          </fieldset>
          <BriefNumbers brief={brief} onBrief={sheet.set} fieldError={fieldError} />
          <details
            open={isRestOpen || REST.some((path) => fieldError(path) !== undefined)}
            onToggle={({ currentTarget }) => setRestOpen(currentTarget.open)}
            // What the browser finds wrong in it has to be seen.
            onInvalidCapture={() => setRestOpen(true)}
            className="border-t border-hairline pt-3"
          >
            <summary className="font-display cursor-pointer text-[18px] font-bold">
              The rest of the method, with its reasons
            </summary>
            <div className="space-y-6 pt-4">
              <BriefRest brief={brief} onBrief={sheet.set} fieldError={fieldError} />
              <Schools brief={brief} onBrief={sheet.set} />
            </div>
          </details>
          <BriefHistory history={data.history} />
        </div>
        <div className="space-y-2 border-t border-hairline pt-3">
          {late && costs.length > 0 && (
            <ul className="text-[14px] text-warn" aria-label="What will no longer compare">
              {costs.map((cost) => (
                <li key={cost.what}>
                  ▲ <b>{cost.what}</b>: {cost.incomparable}
                </li>
              ))}
            </ul>
          )}
          <SheetTrouble sheet={sheet} />
          <div className="flex flex-wrap items-end gap-3">
            {late && (
              <div className="w-72">
                <TextField label="Reason: runs are there already" value={reason} onValue={setReason} />
              </div>
            )}
            <button className="act-button" disabled={!sheet.dirty || sheet.busy}>
              Save the brief
            </button>
            <span className="pb-2 text-[14px] text-ink2">
              {sheet.dirty
                ? 'not saved yet'
                : data.sheet.version === 0
                  ? 'nothing was decided here yet'
                  : 'saved'}
            </span>
            <KeptMethods methods={data.methods} brief={brief} onBrief={sheet.set} />
          </div>
        </div>
      </form>
      <aside
        className="shrink-0 border-hairline lg:w-[380px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="Method card"
        tabIndex={0}
      >
        <div className="flex items-baseline justify-between">
          <h2 className="font-display text-[18px] font-bold">Method card</h2>
          <Link
            href={`/round-ups/${data.roundUpId}/method`}
            className="text-[14px] underline underline-offset-2"
          >
            as a page to link
          </Link>
        </div>
        <MethodCardView answers={methodCard(brief, data.rig, data.done)} />
      </aside>
    </div>
  );
}
