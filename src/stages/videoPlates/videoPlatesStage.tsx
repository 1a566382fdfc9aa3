'use client';

import { parseAsArrayOf, parseAsInteger, parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs';
import { useState } from 'react';
import { toast } from 'sonner';
import { EntryMark } from '@/ui/marks/entryMark';
import { NumberField } from '@/ui/form/fields';
import { PageHead } from '@/ui/frame/pageHead';

export interface VideoPlatesData {
  roundUpId: number;
  entries: { entry: string; product: string; position: number }[];
  loads: { key: string; label: string }[];
  responses: { id: string; name: string }[];
  lineDb: number;
}

const SIZES = [
  { px: 1920, label: '1920 × 1080' },
  { px: 3840, label: '3840 × 2160' },
];

/** A PNG of an SVG at a width, drawn by the browser. */
async function savePng(address: string, widthPx: number, name: string): Promise<void> {
  const svg = await (await fetch(address)).blob();
  const url = URL.createObjectURL(svg);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = widthPx;
    canvas.height = Math.round((widthPx * 9) / 16);
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (!png) throw new Error('the picture could not be made');
    const link = document.createElement('a');
    link.href = URL.createObjectURL(png);
    link.download = name;
    link.click();
    URL.revokeObjectURL(link.href);
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** Charts and rankings at 16:9 for a video: lit, dimmed, and stepped through one entry more at each. */
export function VideoPlatesStage({ data }: { data: VideoPlatesData }) {
  const [view, setView] = useQueryStates(
    {
      kind: parseAsStringLiteral(['bars', 'curves'] as const).withDefault('bars'),
      theme: parseAsStringLiteral(['paper', 'night'] as const).withDefault('paper'),
      what: parseAsString.withDefault('rise'),
      load: parseAsString.withDefault(''),
      line: parseAsString.withDefault(''),
      lit: parseAsArrayOf(parseAsString).withDefault([]),
      first: parseAsInteger,
    },
    { history: 'replace' },
  );
  const [busy, setBusy] = useState(false);
  const query = new URLSearchParams({ kind: view.kind, theme: view.theme, what: view.what });
  if (view.load) query.set('load', view.load);
  if (view.line) query.set('line', view.line);
  if (view.lit.length > 0) query.set('lit', view.lit.join(','));
  if (view.first !== null) query.set('first', String(view.first));
  const base = `/round-ups/${data.roundUpId}/verdict`;
  const address = `${base}/picture?${query}`;
  const table = (as: string) => `${base}/table?${new URLSearchParams({ ...Object.fromEntries(query), as })}`;
  const choose = (
    label: string,
    value: string,
    options: { value: string; label: string }[],
    onValue: (value: string) => void,
  ) => (
    <label className="label-text flex items-center gap-1.5">
      {label}
      <select
        className="max-w-48 rounded border border-hairline bg-raised px-1.5 py-0.5 text-[14px] text-ink"
        value={value}
        onChange={({ target }) => onValue(target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </label>
  );
  async function png(widthPx: number) {
    setBusy(true);
    await savePng(
      address,
      widthPx,
      `plate-${view.kind}${view.first === null ? '' : `-${view.first}`}-${widthPx}.png`,
    ).catch((error: Error) => toast.error(error.message));
    setBusy(false);
  }
  async function copy(as: string) {
    const text = await (await fetch(table(as))).text();
    await navigator.clipboard.writeText(text).then(
      () => toast.success('Copied'),
      () => toast.error('The browser does not let this page copy: open the table and copy it there'),
    );
  }
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageHead backTo="the writing" href={`${base}/write`}>
        <h2 className="font-display text-[22px] font-bold">Plates for a video</h2>
        <div className="choices" role="group" aria-label="Drawn as">
          {(['bars', 'curves'] as const).map((kind) => (
            <button key={kind} aria-pressed={kind === view.kind} onClick={() => void setView({ kind })}>
              {kind === 'bars' ? 'Ranking' : 'Curves'}
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
        {choose(
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
      </PageHead>
      <div className="flex flex-col gap-5 lg:flex-row">
        {/* eslint-disable-next-line @next/next/no-img-element -- drawn by our own handler */}
        <img
          src={address}
          alt="The plate as it goes out; what it shows stands in its own text"
          className="aspect-video w-full min-w-0 flex-1 border border-hairline"
        />
        <aside className="shrink-0 space-y-4 lg:w-[260px]" aria-label="What is shown">
          <fieldset>
            <legend className="pb-1 font-semibold">Spoken of: lit, the others dimmed</legend>
            {data.entries.map(({ entry, product, position }) => (
              <label key={entry} className="flex items-center gap-2 py-0.5 text-[14.5px]">
                <input
                  type="checkbox"
                  checked={view.lit.includes(entry)}
                  onChange={({ target }) =>
                    void setView({
                      lit: target.checked
                        ? [...view.lit, entry]
                        : view.lit.filter((other) => other !== entry),
                    })
                  }
                />
                <EntryMark position={position} />
                <span dir="auto">{product}</span>
              </label>
            ))}
          </fieldset>
          <div className="flex items-center gap-2" role="group" aria-label="Step through">
            <button
              type="button"
              className="quiet-button px-2!"
              aria-label="One entry fewer"
              disabled={view.first === 1}
              onClick={() => void setView({ first: Math.max(1, (view.first ?? data.entries.length) - 1) })}
            >
              ←
            </button>
            <span className="text-[14.5px]" role="status">
              {view.first === null ? 'all of them' : `the last ${view.first} of the order`}
            </span>
            <button
              type="button"
              className="quiet-button px-2!"
              aria-label="One entry more"
              disabled={view.first === null}
              onClick={() =>
                void setView({
                  first: (view.first ?? 0) + 1 >= data.entries.length ? null : (view.first ?? 0) + 1,
                })
              }
            >
              →
            </button>
          </div>
          <div className="flex flex-wrap gap-2">
            {SIZES.map(({ px, label }) => (
              <button
                key={px}
                type="button"
                className="quiet-button"
                disabled={busy}
                onClick={() => void png(px)}
              >
                PNG {label}
              </button>
            ))}
            <a className="quiet-button" href={`${address}&download`}>
              SVG
            </a>
          </div>
          <p className="text-[14px]">
            The order as a table:{' '}
            <a className="underline underline-offset-2" href={table('csv')} download="order.csv">
              CSV
            </a>
            ,{' '}
            <button
              type="button"
              className="cursor-pointer underline underline-offset-2"
              onClick={() => void copy('md')}
            >
              copy as Markdown
            </button>
            ,{' '}
            <button
              type="button"
              className="cursor-pointer underline underline-offset-2"
              onClick={() => void copy('html')}
            >
              copy as HTML
            </button>
          </p>
        </aside>
      </div>
    </div>
  );
}
