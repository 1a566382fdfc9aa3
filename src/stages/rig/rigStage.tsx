'use client';

import { useState } from 'react';
import { setupWarnings, type RigSetup } from '@/core/rig/rigSetup';
import { Cautions } from '@/ui/frame/cautions';
import { PageLine } from '../desk/pageLine';
import { KeptApart } from './keptApart';
import { RigsOfRoundUp, type RigWish } from './rigsOfRoundUp';
import { RigBookView } from './rigBook';
import type { RigData } from '@/lab/planning/rigView';
import { RigDrawing } from './rigDrawing';
import { useAct } from '@/ui/useAct';
import { Revisions } from './revisions';
import { RigSpread } from './rigSpread';
import { SetupForm } from './setupForm';

/** The bench: its drawing, what of it moves the numbers, its instruments, and the revisions it went through. */
export function RigStage({ data }: { data: RigData }) {
  const current = data.revisions.find((revision) => revision.id === data.currentId)!;
  const [draft, setDraft] = useState<RigSetup | null>(null);
  const choosing = useAct();
  const { busy } = choosing;
  const setup = draft ?? current.setup;

  async function choose(wish: RigWish) {
    const url = `/api/round-ups/${data.roundUpId}/rig`;
    const was: RigWish = { rigRevisionId: data.currentId, rigName: '' };
    const answer = await choosing.act({
      ...{ url, method: 'PATCH' as const, body: wish },
      said: 'Measured and ranked on another rig or revision from now on',
      undo: () => ({ url, method: 'PATCH', body: was }),
    });
    if (answer.ok) setDraft(null);
  }
  const chooseRevision = (rigRevisionId: number) => void choose({ rigRevisionId, rigName: '' });

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-4 md:px-7">
      <PageLine />
      <div className="flex min-h-0 flex-1 flex-col gap-6 lg:flex-row">
        <div
          className="flex min-h-0 min-w-0 flex-1 flex-col gap-5 lg:overflow-y-auto lg:pr-1"
          role="region"
          aria-label="Bench"
          tabIndex={0}
        >
          <KeptApart apart={data.apart} current={current.revision} busy={busy} onChoose={chooseRevision} />
          <section aria-label="Drawing">
            <p className="label-text">
              {data.name}, revision {current.revision}. Drag the meter, the probe or the cooler, or move them
              by arrow keys, a centimetre each.
            </p>
            {!data.noted && (
              <p className="text-[14px] text-warn">▲ Typical values, not yours. Correct them, then save.</p>
            )}
            {setupWarnings(setup).map((setupWarning) => (
              <p key={setupWarning} className="text-[14px] text-warn">
                ▲ {setupWarning}
              </p>
            ))}
            <div className="aspect-[2/1] max-h-[400px] w-full">
              <RigDrawing
                setup={setup}
                kept={current.setup}
                noted={data.noted || draft !== null}
                onSetup={setDraft}
              />
            </div>
          </section>
          <RigBookView rigId={data.rigId} kept={data.book} today={data.today} />
          <RigSpread spread={data.spread} />
          <Revisions data={data} busy={busy} onChoose={chooseRevision} />
          <RigsOfRoundUp data={data} busy={busy} onChoose={(wish) => void choose(wish)} />
          <Cautions />
        </div>
        <SetupForm data={data} draft={draft} onDraft={setDraft} isHeld={choosing.busy} />
      </div>
    </div>
  );
}
