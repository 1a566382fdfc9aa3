'use client';

import { format } from 'date-fns';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { briefChanges } from '@/core/brief/briefChanges';
import { methodCard } from '@/core/brief/methodCard';
import { asking, type Brief } from '@/core/brief/brief';
import { QUESTIONS } from '@/core/brief/questions';
import { choiceOf, OFFERED_SCHOOLS, SCHOOLS } from '@/core/brief/schools';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet } from '@/ui/form/useSheet';
import type { BriefData } from '@/lab/planning/cardRig';
import { BriefNumbers } from './briefNumbers';
import { MethodCardView } from './methodCardView';
import { useAct } from '@/ui/useAct';

/** Schools that can be chosen in, and those in which an older brief chose what nothing is computed by yet. */
const shownSchools = (brief: Brief) =>
  SCHOOLS.filter(
    (school) =>
      OFFERED_SCHOOLS.includes(school) ||
      (brief.schools[school.key].choice !== school.choices[0]!.value &&
        choiceOf(school.key, brief.schools[school.key].choice).later),
  );

/** What the round-up asks and how; beside it the method card that it writes. */
export function BriefStage({ data }: { data: BriefData }) {
  const form = useRef<HTMLFormElement>(null);
  const sheet = useSheet('brief', data.roundUpId, data.sheet);
  const brief = sheet.body;
  const [reason, setReason] = useState('');
  const { act } = useAct();
  const [methodName, setMethodName] = useState('');
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

  async function keepMethod() {
    const answer = await act({
      url: '/api/methods',
      body: { name: methodName, body: brief },
      said: `Method “${methodName}” kept`,
    });
    if (answer.ok) setMethodName('');
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
              <b>Answers</b> {question.can.charAt(0).toLowerCase() + question.can.slice(1)}{' '}
              <b>Does not answer</b> {question.cannot.charAt(0).toLowerCase() + question.cannot.slice(1)}
            </p>
          </fieldset>
          <BriefNumbers brief={brief} onBrief={sheet.set} fieldError={fieldError} />
          <fieldset>
            <legend className="font-display pb-1 text-[20px] font-bold">Where reviewers differ</legend>
            <ul>
              {shownSchools(brief).map((school) => {
                const { key, question: asked, effect } = school;
                const chosen = brief.schools[key];
                const isLater = choiceOf(key, chosen.choice).later;
                const choices = school.choices.filter(
                  (choice) => !choice.later || choice.value === chosen.choice,
                );
                const change = (part: Partial<typeof chosen>) =>
                  sheet.set({ ...brief, schools: { ...brief.schools, [key]: { ...chosen, ...part } } });
                return (
                  <li
                    key={key}
                    className="grid gap-x-4 gap-y-1 border-t border-hairline py-2.5 md:grid-cols-[1fr_1fr]"
                  >
                    <div>
                      <ChoiceField
                        label={asked}
                        value={chosen.choice}
                        options={choices}
                        onValue={(choice) => change({ choice })}
                      />
                      <p className="pt-1 text-[13px] text-ink2">{choiceOf(key, chosen.choice).consequence}</p>
                      {isLater && (
                        <p className="text-[13px] text-warn">
                          ▲ Kept as it was chosen, but nothing is computed by it yet. {effect}
                        </p>
                      )}
                    </div>
                    <div>
                      <TextField
                        label="Your reason, for the method card"
                        value={chosen.reason}
                        onValue={(text) => change({ reason: text })}
                      />
                      {!isLater && <p className="pt-1 text-[13px] text-ink2">{effect}</p>}
                    </div>
                  </li>
                );
              })}
            </ul>
          </fieldset>
          {data.history.length > 0 && (
            <section aria-label="Changes of the brief">
              <h2 className="font-display text-[18px] font-bold">Changed</h2>
              <ul className="text-[14px]">
                {data.history.map((other, i) => (
                  <li key={i} className="border-b border-hairline py-1.5">
                    <span className="text-ink2">{format(other.changedAt, 'd MMM yyyy, HH:mm')}</span>{' '}
                    {other.who}
                    {other.reason && `: ${other.reason}`}
                    {other.changes.map((change) => (
                      <span key={change.what} className="block pl-4">
                        {change.what}: {change.was} → <b>{change.isNow}</b>
                        {change.incomparable && <span className="text-warn"> {change.incomparable}</span>}
                      </span>
                    ))}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
        <div className="space-y-2 border-t border-hairline pt-3">
          {late && costs.length > 0 && (
            <ul className="text-[14px] text-warn" aria-label="What this makes incomparable">
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
            <div className="ml-auto flex flex-wrap items-end gap-2">
              {data.methods.length > 0 && (
                <div className="w-44">
                  <ChoiceField
                    label="Begin from a kept method"
                    value=""
                    options={[
                      { value: '', label: '…' },
                      ...data.methods.map((method) => ({ value: String(method.id), label: method.name })),
                    ]}
                    onValue={(id) => {
                      const found = data.methods.find((method) => String(method.id) === id);
                      const { deadline, embargo } = brief;
                      if (found) sheet.set({ ...found.body, deadline, embargo });
                    }}
                  />
                </div>
              )}
              <div className="w-40">
                <TextField
                  label="Keep this as a method"
                  value={methodName}
                  onValue={setMethodName}
                  placeholder="name"
                />
              </div>
              <button
                type="button"
                className="quiet-button"
                disabled={methodName.trim() === ''}
                onClick={() => void keepMethod()}
              >
                Keep
              </button>
            </div>
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
