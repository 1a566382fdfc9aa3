'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { LogbookRow } from '@/core/runs/logbookRow';
import { plural } from '@/ui/marks/figures';
import { TroubleNote } from '@/ui/form/troubleNote';
import { typedNumber } from '@/ui/typedNumber';
import { ManyForm, type ManyWhat } from './manyForm';
import { useManyEdits } from './useManyEdits';
import { Button, TextButton } from '@/ui/frame/button';

/** What can be done to the runs that were chosen, all in one step that can be undone. */
const asideOf = ({ setAside, asideAs }: LogbookRow) => ({ setAside, asideAs });

export function ManyActions({
  roundUpId,
  chosen,
  entries,
  onDone,
}: {
  roundUpId: number;
  chosen: LogbookRow[];
  entries: { entry: string; product: string }[];
  onDone: () => void;
}) {
  const router = useRouter();
  const [open, setOpen] = useState<ManyWhat | null>(null);
  const { apply, again, trouble, setTrouble, busy } = useManyEdits(roundUpId, chosen, () => {
    setOpen(null);
    onDone();
  });

  function submit({ value }: { value: string }) {
    const runs = plural(chosen.length, 'run');
    if (open === 'setAside') return void apply({ setAside: value }, asideOf, `${runs} set aside`);
    if (open === 'entry')
      return void apply({ entry: value }, (row) => ({ entry: row.entry }), `${runs} moved to another entry`);
    void apply({ mount: typedNumber(value)! }, (row) => ({ mount: row.mount }), `Mount of ${runs} changed`);
  }

  const show = (what: ManyWhat) => () => {
    setTrouble(null);
    setOpen(open === what ? null : what);
  };
  const aside = chosen.filter((row) => row.setAside !== '').length;
  return (
    <section
      className="mb-2 space-y-2 border-y border-act/50 py-2 text-[14px]"
      aria-label="With the chosen runs"
    >
      <div className="flex flex-wrap items-center gap-2">
        <b className="mr-1">{plural(chosen.length, 'run')} chosen</b>
        <Button aria-expanded={open === 'setAside'} onClick={show('setAside')}>
          Set aside
        </Button>
        {aside > 0 && (
          <Button
            disabled={busy}
            onClick={() =>
              void apply({ setAside: '' }, asideOf, `${plural(chosen.length, 'run')} count again`)
            }
          >
            Let them count again
          </Button>
        )}
        <Button aria-expanded={open === 'mount'} onClick={show('mount')}>
          Mount
        </Button>
        <Button aria-expanded={open === 'entry'} onClick={show('entry')}>
          Entry
        </Button>
        <Button
          className="text-bad"
          disabled={busy}
          onClick={() =>
            void apply(
              { deleted: true },
              () => ({ deleted: false }),
              `${plural(chosen.length, 'run')} deleted`,
            )
          }
        >
          Delete
        </Button>
        <TextButton className="ml-auto" onClick={onDone}>
          choose none
        </TextButton>
      </div>
      {open && (
        <ManyForm
          key={open}
          what={open}
          entries={entries}
          busy={busy}
          onSend={submit}
          onWrong={(message) => setTrouble({ kind: 'failed', message })}
        />
      )}
      <TroubleNote
        trouble={trouble}
        busy={busy}
        onAgain={again}
        onMine={() => {
          setTrouble({ kind: 'failed', message: 'The runs are loaded as they are now: press Save again.' });
          router.refresh();
        }}
        onTheirs={() => {
          setTrouble(null);
          setOpen(null);
          router.refresh();
        }}
      />
    </section>
  );
}
