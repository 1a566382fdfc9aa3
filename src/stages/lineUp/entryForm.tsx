'use client';

import { useRef } from 'react';
import { blankFan, type Entry, type EntryExtra, type EntryFan } from '@/core/lineUp/entry';
import { fansOfLayout } from '@/core/lineUp/fansOfLayout';
import { LayoutEditor, type InCase } from './layoutEditor';
import { CheckField, TextField } from '@/ui/form/fields';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { ExtraRow, FanRow } from './fanRow';

/** The fans of an entry and its cover name. */
export function EntryForm({
  entryId,
  kept,
  currency,
  inCase,
}: {
  entryId: number;
  kept: KeptSheet<Entry>;
  currency: string;
  /** Of a layout in a case: what it is set beside; null for an entry that is none. */
  inCase: InCase | null;
}) {
  const form = useRef<HTMLFormElement>(null);
  const sheet = useSheet('entry', entryId, kept);
  const { fans, coverName, revealed, layout, extras } = sheet.body;
  const changeExtra = (at: number, part: Partial<EntryExtra>) =>
    sheet.set({
      ...sheet.body,
      extras: extras.map((extra, i) => (i === at ? { ...extra, ...part } : extra)),
    });
  const change = (at: number, part: Partial<EntryFan>) =>
    sheet.set({ ...sheet.body, fans: fans.map((fan, i) => (i === at ? { ...fan, ...part } : fan)) });
  return (
    <form
      ref={form}
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (form.current!.reportValidity()) void sheet.save({ said: 'Entry saved' });
      }}
    >
      {inCase && (
        <LayoutEditor
          layout={layout}
          {...inCase}
          onLayout={(next) =>
            sheet.set({
              ...sheet.body,
              layout: next,
              fans: next.length > 0 ? fansOfLayout(next, fans) : fans,
            })
          }
        />
      )}
      {(inCase && layout.length > 0 ? [] : fans).map((fan, i) => (
        <FanRow
          key={i}
          {...{ fan, currency }}
          number={i + 1}
          onFan={(part) => change(i, part)}
          onRemove={() => sheet.set({ ...sheet.body, fans: fans.filter((_, at) => at !== i) })}
        />
      ))}
      <datalist id="fan-directions">
        {['push', 'pull', 'in', 'out'].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {extras.map((extra, i) => (
        <ExtraRow
          key={i}
          {...{ extra, currency }}
          number={i + 1}
          onExtra={(part) => changeExtra(i, part)}
          onRemove={() => sheet.set({ ...sheet.body, extras: extras.filter((_, at) => at !== i) })}
        />
      ))}
      <div className="flex flex-wrap gap-2">
        {!inCase && (
          <button
            type="button"
            className="quiet-button"
            onClick={() =>
              sheet.set({
                ...sheet.body,
                fans: [...fans, blankFan({ name: '' })],
              })
            }
          >
            Add a fan
          </button>
        )}
        <button
          type="button"
          className="quiet-button"
          onClick={() => sheet.set({ ...sheet.body, extras: [...extras, { name: '', price: 0 }] })}
        >
          Add a bracket or cable
        </button>
      </div>
      <div className="grid grid-cols-2 items-end gap-3">
        <TextField
          label="Cover name, until revealed"
          value={coverName}
          onValue={(name) => sheet.set({ ...sheet.body, coverName: name })}
        />
        <CheckField
          label="revealed"
          value={revealed}
          onValue={(flag) => sheet.set({ ...sheet.body, revealed: flag })}
        />
      </div>
      <SheetTrouble sheet={sheet} />
      <button className="quiet-button" disabled={!sheet.dirty || sheet.busy}>
        Save the entry
      </button>
    </form>
  );
}
