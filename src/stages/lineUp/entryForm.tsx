'use client';

import { blankFan, type Entry } from '@/core/lineUp/entry';
import { fansOfLayout } from '@/core/lineUp/fansOfLayout';
import { LayoutEditor, type InCase } from './layoutEditor';
import { CheckField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { ExtraRow, FanRow } from './fanRow';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

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
  const sheet = useSheet('entry', entryId, kept);
  const { fans, layout, extras } = sheet.body;
  const set = (part: Partial<Entry>) => sheet.set({ ...sheet.body, ...part });
  const at = fieldsOf(sheet.body, sheet.set);
  return (
    <Form className="space-y-2" onSend={() => void sheet.save({ said: 'Entry saved' })}>
      {inCase && (
        <LayoutEditor
          layout={layout}
          {...inCase}
          onLayout={(next) => set({ layout: next, fans: next.length > 0 ? fansOfLayout(next, fans) : fans })}
        />
      )}
      {(inCase && layout.length > 0 ? [] : fans).map((fan, i) => (
        <FanRow
          key={i}
          {...{ fan, currency }}
          number={i + 1}
          onFan={(now) => set({ fans: fans.with(i, now) })}
          onRemove={() => set({ fans: fans.toSpliced(i, 1) })}
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
          onExtra={(now) => set({ extras: extras.with(i, now) })}
          onRemove={() => set({ extras: extras.toSpliced(i, 1) })}
        />
      ))}
      <div className="flex flex-wrap gap-2">
        {!inCase && (
          <Button onClick={() => set({ fans: [...fans, blankFan({ name: '' })] })}>Add a fan</Button>
        )}
        <Button onClick={() => set({ extras: [...extras, { name: '', price: 0 }] })}>
          Add a bracket or cable
        </Button>
      </div>
      <div className="grid grid-cols-2 items-end gap-3">
        <TextField label="Cover name, until revealed" {...at('coverName')} />
        <CheckField label="revealed" {...at('revealed')} />
      </div>
      <SheetTrouble sheet={sheet} />
      <Button type="submit" disabled={!sheet.dirty || sheet.busy}>
        Save the entry
      </Button>
    </Form>
  );
}
