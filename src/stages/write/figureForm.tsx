'use client';

import { useState } from 'react';
import { FIGURES, namesIn, type Reference } from '@/core/verdict/references';
import { ChoiceField, NumberField } from '@/ui/form/fields';
import type { WriteData } from '@/lab/publish/writeView';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

/** Measures of which a difference is told. */
const isWithDifference = (what: string) => what === 'rise' || !Object.hasOwn(FIGURES, what);

/** What a figure of the text tells: of whom, less whom, at which line and load. */
export function FigureForm({
  reference,
  data,
  onReference,
  onClose,
}: {
  reference: Reference;
  data: Pick<WriteData, 'entries' | 'responses' | 'loads' | 'lineDb'>;
  onReference: (reference: Reference) => void;
  onClose: () => void;
}) {
  const codes = new Set(data.entries.map(({ entry }) => entry));
  const [of, less = ''] = namesIn(reference.entry, (name) => codes.has(name));
  const [what, setWhat] = useState(reference.what);
  const [entry, setEntry] = useState(of!);
  const [base, setBase] = useState(less);
  const [at, setAt] = useState(reference.at);
  const [loadW, setLoadW] = useState(reference.loadW);
  const names = data.entries.map(({ entry: value, product: label }) => ({ value, label }));
  const told = [
    ...Object.entries(FIGURES).map(([value, label]) => ({ value, label })),
    ...data.responses
      .filter(({ id }) => id !== 'rise')
      .map(({ id, name }) => ({ value: id, label: name.toLowerCase() })),
  ];
  // A program’s load has no figure of its own in a text: loads are named by their watts.
  const watts = data.loads.filter(({ key }) => /^\d+(\.\d+)?$/.test(key));
  return (
    <Form
      aria-label="Figure in the text"
      className="flex flex-wrap items-end gap-2 border-l-2 border-act pl-3"
      onKeyDown={(event) => {
        if (event.key === 'Escape') onClose();
      }}
      onSend={() => {
        const isPair = base !== '' && base !== entry && isWithDifference(what);
        onReference({
          what,
          entry: isPair ? `${entry} less ${base}` : entry,
          // A load is named with its line.
          at: loadW !== null ? (at ?? data.lineDb) : at,
          loadW,
        });
      }}
    >
      <span className="w-36">
        <ChoiceField label="Figure" value={what} options={told} onValue={setWhat} />
      </span>
      <span className="w-40">
        <ChoiceField
          label="Of"
          value={entry}
          options={codes.has(entry) ? names : [{ value: entry, label: 'not here any more' }, ...names]}
          onValue={setEntry}
        />
      </span>
      {isWithDifference(what) && (
        <span className="w-40">
          <ChoiceField
            label="Less"
            value={base}
            options={[{ value: '', label: '—' }, ...names.filter(({ value }) => value !== entry)]}
            onValue={setBase}
          />
        </span>
      )}
      {what !== 'price' && (
        <>
          <span className="w-28">
            <NumberField optional label="At, dB(A)" value={at} onValue={setAt} />
          </span>
          {watts.length > 1 && (
            <span className="w-28">
              <ChoiceField
                label="Load"
                value={loadW === null ? '' : String(loadW)}
                options={[
                  { value: '', label: 'the first' },
                  ...watts.map(({ key, label }) => ({ value: key, label })),
                ]}
                onValue={(load) => setLoadW(load === '' ? null : Number(load))}
              />
            </span>
          )}
        </>
      )}
      <button className="act-button px-2! py-1!">Change</button>
      <Button className="px-2! py-1!" onClick={onClose}>
        Leave it
      </Button>
    </Form>
  );
}
