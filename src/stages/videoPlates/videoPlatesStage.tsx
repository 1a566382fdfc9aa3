'use client';

import { parseAsArrayOf, parseAsInteger, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { NumberField } from '@/ui/form/fields';
import { PageLine } from '../desk/pageLine';
import { WhatIsShown } from './whatIsShown';
import { LineSelect } from '@/ui/form/lineSelect';

export interface VideoPlatesData {
  roundUpId: number;
  entries: { entry: string; product: string; position: number }[];
  loads: { key: string; label: string }[];
  responses: { id: string; name: string }[];
  lineDb: number;
}

const KINDS = ['bars', 'curves', 'pair', 'ways', 'beyond'] as const;
const KIND_NAMES = {
  ...{ bars: 'Ranking', curves: 'Curves', pair: 'Head to head' },
  ...{ ways: 'Ways to compare', beyond: 'Beyond the line' },
};

/** Charts and rankings at 16:9 for a video: lit, dimmed, and stepped through one entry more at each. */
export function VideoPlatesStage({ data }: { data: VideoPlatesData }) {
  const [view, setView] = useQueryStates(
    {
      kind: parseAsStringLiteral(KINDS).withDefault('bars'),
      theme: parseAsStringLiteral(['paper', 'night'] as const).withDefault('paper'),
      what: parseAsString.withDefault('rise'),
      load: parseAsString.withDefault(''),
      line: parseAsString.withDefault(''),
      lit: parseAsArrayOf(parseAsString).withDefault([]),
      first: parseAsInteger,
    },
    { history: 'replace' },
  );
  const query = new URLSearchParams({ kind: view.kind, theme: view.theme, what: view.what });
  if (view.load) query.set('load', view.load);
  if (view.line) query.set('line', view.line);
  if (view.lit.length > 0) query.set('lit', view.lit.join(','));
  if (view.first !== null) query.set('first', String(view.first));
  const base = `/round-ups/${data.roundUpId}/verdict`;
  const address = `${base}/picture?${query}`;
  const embed = (kind: string) =>
    `${base}/embed?${new URLSearchParams({ ...Object.fromEntries(query), kind })}`;
  const table = (as: string) => `${base}/table?${new URLSearchParams({ ...Object.fromEntries(query), as })}`;
  const choose = (
    label: string,
    value: string,
    options: { value: string; label: string }[],
    onValue: (value: string) => void,
  ) => (
    <LineSelect
      {...{ label, value, onValue }}
      options={options.map((option) => [option.value, option.label])}
    />
  );
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine>
        <div className="choices" role="group" aria-label="Drawn as">
          {KINDS.map((kind) => (
            <button key={kind} aria-pressed={kind === view.kind} onClick={() => void setView({ kind })}>
              {KIND_NAMES[kind]}
            </button>
          ))}
        </div>
        <div className="choices" role="group" aria-label="Theme of the plate">
          {(['paper', 'night'] as const).map((theme) => (
            <button key={theme} aria-pressed={theme === view.theme} onClick={() => void setView({ theme })}>
              {theme}
            </button>
          ))}
        </div>
        {/* Two are set against one another by all that both were measured by. */}
        {view.kind !== 'pair' &&
          choose(
            'of',
            view.what,
            data.responses.map(({ id, name }) => ({ value: id, label: name })),
            (what) => void setView({ what }),
          )}
        {choose(
          'load',
          view.load,
          [{ value: '', label: 'the first' }, ...data.loads.map(({ key, label }) => ({ value: key, label }))],
          (load) => void setView({ load }),
        )}
        <div className="w-32">
          <NumberField
            bare
            optional
            label="Noise line"
            unit="dB(A)"
            value={view.line === '' ? data.lineDb : Number(view.line)}
            onValue={(line) => void setView({ line: line === null ? null : String(line) })}
          />
        </div>
      </PageLine>
      <div className="flex flex-col gap-5 lg:flex-row">
        {/* eslint-disable-next-line @next/next/no-img-element -- drawn by our own handler */}
        <img
          src={address}
          alt="The plate as it goes out; the file holds the same as text"
          className="aspect-video w-full min-w-0 flex-1 border border-hairline"
        />
        <WhatIsShown
          entries={data.entries}
          view={view}
          address={address}
          table={table}
          embed={embed}
          onView={(part) => void setView(part)}
        />
      </div>
    </div>
  );
}
