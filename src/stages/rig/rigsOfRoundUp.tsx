import { Link } from '@/ui/frame/link';
import { useState } from 'react';
import type { RigData } from '@/lab/planning/rigView';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { plural } from '@/ui/marks/figures';
import { Button, TextButton } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

export interface RigWish {
  rigRevisionId: number | null;
  rigName: string;
}

const NEW_RIG = 'new';

/** The rigs of a round-up: where whole cases or two platforms are compared each has its own, and one at a time is measured and ranked on. */
export function RigsOfRoundUp({
  data,
  busy,
  onChoose,
}: {
  data: RigData;
  busy: boolean;
  onChoose: (wish: RigWish) => void;
}) {
  const [wanted, setWanted] = useState('');
  const [name, setName] = useState('');
  const elsewhere = data.apart.filter(({ rig }) => rig !== data.name);
  const isNew = wanted === NEW_RIG;
  return (
    <section aria-label="Rigs of this round-up">
      <div className="flex flex-wrap items-baseline gap-4">
        <h2 className="font-display text-[18px] font-bold">Rigs of this round-up</h2>
        {data.apart.length > 0 && (
          <Link
            className="text-[14px] underline underline-offset-3"
            href={`/round-ups/${data.roundUpId}/curves/rigs`}
          >
            All in one table
          </Link>
        )}
      </div>
      <p className="max-w-2xl text-[14px] text-ink2">
        Two platforms, or whole cases with parts of their own, have a rig each. Plan, bench and ranking are of
        one at a time; what was measured on the others stays.
      </p>
      <ul className="text-[14.5px]">
        <li className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline py-1.5">
          <b dir="auto">{data.name}</b>
          <span className="ml-auto text-act">measured and ranked here</span>
        </li>
        {elsewhere.map((other) => (
          <li
            key={other.revisionId}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline py-1.5"
          >
            <b dir="auto">{other.rig}</b>
            <span className="text-ink2">
              revision {other.revision}, {plural(other.runs, 'run')} of{' '}
              {plural(other.entries, 'entry', 'entries')}
            </span>
            <TextButton
              className="ml-auto"
              disabled={busy}
              onClick={() => onChoose({ rigRevisionId: other.revisionId, rigName: '' })}
            >
              measure and rank on it
            </TextButton>
          </li>
        ))}
      </ul>
      <Form
        className="flex flex-wrap items-end gap-2 pt-2"
        onSend={() =>
          onChoose(
            isNew
              ? { rigRevisionId: null, rigName: name.trim() }
              : { rigRevisionId: Number(wanted), rigName: '' },
          )
        }
      >
        <span className="w-56">
          <ChoiceField
            label="Another rig"
            value={wanted}
            onValue={setWanted}
            options={[
              { value: '', label: '–' },
              ...data.others.map(({ revisionId, rig, revision }) => ({
                value: String(revisionId),
                label: `${rig}, revision ${revision}`,
              })),
              { value: NEW_RIG, label: 'a new rig, like this one' },
            ]}
          />
        </span>
        {isNew && (
          <span className="w-56">
            <TextField label="Its name" value={name} onValue={setName} />
          </span>
        )}
        <Button type="submit" disabled={busy || wanted === '' || (isNew && name.trim() === '')}>
          Measure on it
        </Button>
      </Form>
    </section>
  );
}
