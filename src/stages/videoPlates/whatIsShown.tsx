import { zipSync } from 'fflate';
import { useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { copyText } from '@/ui/copyText';
import { pngOf } from '@/ui/chart/pictureFile';
import { saveFile } from '@/ui/chart/saveFile';
import { EntryMark } from '@/ui/marks/entryMark';
import { Button, TextButton } from '@/ui/frame/button';

const SIZES = [
  { px: 1920, label: '1920 × 1080' },
  { px: 3840, label: '3840 × 2160' },
];

/** A plate as PNG at a width: 16:9, as its SVG is. */
async function pngAt(address: string | URL, widthPx: number): Promise<Blob> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('This plate cannot be made: nothing was measured that it shows');
  return pngOf(await answer.text(), widthPx, Math.round((widthPx * 9) / 16));
}

interface Shown {
  kind: string;
  lit: string[];
  /** How many of the order are shown, the last first; null for all. */
  first: number | null;
}

/** An order is stepped through, one entry more at each. */
function StepThrough({
  count,
  first,
  onFirst,
}: {
  count: number;
  first: number | null;
  onFirst: (first: number | null) => void;
}) {
  return (
    <div className="flex items-center gap-2" role="group" aria-label="Step through">
      <Button
        className="px-2!"
        aria-label="One entry fewer"
        disabled={first === 1}
        onClick={() => onFirst(Math.max(1, (first ?? count) - 1))}
      >
        ←
      </Button>
      <span className="text-[14.5px]" role="status">
        {first === null ? 'all of them' : `the last ${first} of the order`}
      </span>
      <Button
        className="px-2!"
        aria-label="One entry more"
        disabled={first === null}
        onClick={() => onFirst((first ?? 0) + 1 >= count ? null : (first ?? 0) + 1)}
      >
        →
      </Button>
    </div>
  );
}

const COPIES = [
  { as: 'md', name: 'copy as Markdown' },
  { as: 'txt', name: 'copy as lines for subtitles' },
  { as: 'html', name: 'copy as HTML' },
];

/** The order as a file, and as text for elsewhere. */
function OrderAsTable({ table }: { table: (as: string) => string }) {
  async function copy(as: string) {
    const text = await (await fetch(table(as))).text();
    await copyText(
      text,
      'Copied',
      'The browser does not let this page copy: open the table and copy it there',
    );
  }
  return (
    <p className="text-[14px]">
      The order as a table:{' '}
      <a className="underline underline-offset-2" href={table('csv')} download="order.csv">
        CSV
      </a>
      {COPIES.map(({ as, name }) => (
        <span key={as}>
          , <TextButton onClick={() => void copy(as)}>{name}</TextButton>
        </span>
      ))}
    </p>
  );
}

/** What of a plate is lit, how far it is stepped through, and how it goes out. */
export function WhatIsShown({
  entries,
  view,
  address,
  table,
  embed,
  onView,
}: {
  entries: { entry: string; product: string; position: number }[];
  view: Shown;
  /** Of the plate as SVG, and of its order as a table of a kind. */
  address: string;
  table: (as: string) => string;
  /** Of a part as a page for a frame. */
  embed: (kind: string) => string;
  onView: (part: { lit?: string[]; first?: number | null }) => void;
}) {
  const [busy, setBusy] = useState(false);
  // Only an order is stepped through, one entry more at each.
  const isOrder = view.kind === 'bars' || view.kind === 'curves';
  async function png(widthPx: number) {
    setBusy(true);
    const step = view.first === null ? '' : `-${view.first}`;
    await pngAt(address, widthPx)
      .then((png) => saveFile(png, `plate-${view.kind}${step}-${widthPx}.png`))
      .catch((error: Error) => notice.refused(error.message));
    setBusy(false);
  }
  /** Every step of the order, the last place first, as numbered pictures. */
  async function sequence(widthPx: number) {
    setBusy(true);
    try {
      const steps: Record<string, Uint8Array> = {};
      const digits = String(entries.length).length;
      for (let first = 1; first <= entries.length; first += 1) {
        const step = new URL(address, location.href);
        step.searchParams.set('first', String(first));
        const png = await pngAt(step, widthPx);
        steps[`plate-${String(first).padStart(digits, '0')}.png`] = new Uint8Array(await png.arrayBuffer());
      }
      saveFile(
        new Blob([zipSync(steps, { level: 0 })], { type: 'application/zip' }),
        `plates-${view.kind}.zip`,
      );
    } catch (error) {
      notice.refused((error as Error).message);
    }
    setBusy(false);
  }
  return (
    <aside className="shrink-0 space-y-4 lg:w-[260px]" aria-label="What is shown">
      <fieldset>
        <legend className="pb-1 font-semibold">
          {view.kind === 'pair' ? 'The two: first and second pressed' : 'Spoken of: lit, the others dimmed'}
        </legend>
        {entries.map(({ entry, product, position }) => (
          <label key={entry} className="flex items-center gap-2 py-0.5 text-[14.5px]">
            <input
              type="checkbox"
              checked={view.lit.includes(entry)}
              onChange={({ target }) =>
                onView({
                  lit: target.checked ? [...view.lit, entry] : view.lit.filter((other) => other !== entry),
                })
              }
            />
            <EntryMark position={position} />
            <span dir="auto">{product}</span>
          </label>
        ))}
      </fieldset>
      {isOrder && (
        <StepThrough count={entries.length} first={view.first} onFirst={(first) => onView({ first })} />
      )}
      <div className="flex flex-wrap gap-2">
        {SIZES.map(({ px, label }) => (
          <Button key={px} disabled={busy} onClick={() => void png(px)}>
            PNG {label}
          </Button>
        ))}
        <a className="quiet-button" href={`${address}&download`}>
          SVG
        </a>
        {isOrder && (
          <Button disabled={busy} onClick={() => void sequence(1920)}>
            All steps, PNG
          </Button>
        )}
      </div>
      <p className="text-[14px]">
        As a page for a frame elsewhere, without script:{' '}
        {(['curves', 'bars', 'table'] as const).map((kind, i) => (
          <span key={kind}>
            {i > 0 && ', '}
            <a className="underline underline-offset-2" href={embed(kind)}>
              {{ curves: 'curves', bars: 'bars', table: 'ranking' }[kind]}
            </a>
          </span>
        ))}
      </p>
      <OrderAsTable table={table} />
    </aside>
  );
}
