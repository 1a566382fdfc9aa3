'use client';

import { useState } from 'react';
import { typedGrid } from '@/core/plate/typedGrid';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet } from '@/ui/form/useSheet';
import { typedNumber } from '@/ui/typedNumber';
import type { PlateItem } from '@/lab/lineUp/plates';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

const asRows = (item: PlateItem) =>
  item.plate.body.points.map((point) => `${point.xMm}  ${point.yMm}  ${point.depthUm}`).join('\n');

/** The depths of one plate: typed, pasted, or dropped as a file. */
export function PlateForm({ item, onDone }: { item: PlateItem; onDone: () => void }) {
  const sheet = useSheet('plate', item.entryId, item.plate);
  const [text, setText] = useState(() => asRows(item));
  const [isGrid, setIsGrid] = useState(false);
  const [pitch, setPitch] = useState('5');
  const [fault, setFault] = useState('');

  async function save(event: React.FormEvent) {
    event.preventDefault();
    const pitchMm = typedNumber(pitch);
    if (isGrid && !(pitchMm !== null && pitchMm > 0)) return setFault(`not a distance: “${pitch}”`);
    const read = typedGrid(text, isGrid ? { pitchMm: pitchMm! } : 'rows');
    if (!Array.isArray(read)) return setFault(`Line ${read.line}: ${read.message}.`);
    setFault('');
    if (await sheet.save({ body: { points: read }, said: `Plate of ${item.product} saved` })) onDone();
  }

  async function drop(files: FileList) {
    const [file] = files;
    if (!file) return;
    setText(await file.text());
    setFault('');
  }

  return (
    <form
      onSubmit={(event) => void save(event)}
      className="space-y-2"
      aria-label={`Depths of ${item.product}`}
    >
      <div className="choices" role="group" aria-label="How the depths are written">
        <button type="button" aria-pressed={!isGrid} onClick={() => setIsGrid(false)}>
          x, y, depth a line
        </button>
        <button type="button" aria-pressed={isGrid} onClick={() => setIsGrid(true)}>
          a grid of depths
        </button>
      </div>
      {isGrid && (
        <label className="label-text ml-3 inline-block">
          places apart, mm{' '}
          <input
            className="w-16 rounded border border-hairline bg-raised px-2 py-1 text-right text-[14px] text-ink"
            inputMode="decimal"
            value={pitch}
            onChange={({ target }) => setPitch(target.value)}
          />
        </label>
      )}
      <label className="label-text block">
        Depths under the highest place, µm; x and y in mm. A file can be dropped here.
        <textarea
          className="mt-0.5 block h-40 w-full rounded border border-hairline bg-raised px-2 py-1 font-mono text-[14px] text-ink"
          value={text}
          placeholder={isGrid ? '0  4  9\n3  6  12\n8  11  18' : '0  0  0\n5  0  4\n10  0  9'}
          onChange={({ target }) => setText(target.value)}
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            if (event.dataTransfer.files.length === 0) return;
            event.preventDefault();
            void drop(event.dataTransfer.files);
          }}
        />
      </label>
      <Fault>{fault}</Fault>
      <SheetTrouble sheet={sheet} />
      <div className="flex gap-2">
        <button className="act-button" disabled={sheet.busy}>
          Save the depths
        </button>
        <Button onClick={onDone}>Leave as it is</Button>
      </div>
    </form>
  );
}
