import type { EntryExtra, EntryFan } from '@/core/lineUp/entry';
import { NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { Button } from '@/ui/frame/button';

/** A kind of fan of an entry, in a row. */
export function FanRow({
  fan,
  currency,
  number,
  onFan,
  onRemove,
}: {
  fan: EntryFan;
  currency: string;
  /** Counted from 1. */
  number: number;
  onFan: (fan: EntryFan) => void;
  onRemove: () => void;
}) {
  const at = fieldsOf(fan, onFan);
  return (
    <div
      className="grid grid-cols-12 items-end gap-1.5 *:col-span-3 [&>:first-child]:col-span-2 [&>:nth-child(2)]:col-span-4 [&>:last-child]:col-span-3"
      role="group"
      aria-label={`Fan ${number}`}
    >
      <NumberField label="Count" {...at('count', 1)} />
      <TextField label="Fan" {...at('name')} />
      <TextField label="Direction" {...at('direction')} list="fan-directions" />
      <TextField label="Place" {...at('place')} />
      <NumberField label={`Each, if bought, ${currency}`} optional {...at('eachPrice')} />
      <NumberField label="Thickness, mm" optional {...at('thicknessMm')} />
      <NumberField label="Fan raised by, mm" optional {...at('raisedMm')} />
      <Button className="px-2!" aria-label={`Remove fan ${number}`} onClick={onRemove}>
        ✕
      </Button>
    </div>
  );
}

/** What must be bought beside an entry, in a row. */
export function ExtraRow({
  extra,
  currency,
  number,
  onExtra,
  onRemove,
}: {
  extra: EntryExtra;
  currency: string;
  number: number;
  onExtra: (extra: EntryExtra) => void;
  onRemove: () => void;
}) {
  const at = fieldsOf(extra, onExtra);
  return (
    <div
      className="grid grid-cols-[1fr_6rem_auto] items-end gap-1.5"
      role="group"
      aria-label={`Extra ${number}`}
    >
      <TextField label="Bought beside it" {...at('name')} />
      <NumberField label={`Price, ${currency}`} {...at('price', 0)} />
      <Button className="px-2!" aria-label={`Remove extra ${number}`} onClick={onRemove}>
        ✕
      </Button>
    </div>
  );
}
