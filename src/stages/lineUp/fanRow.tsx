import type { EntryExtra, EntryFan } from '@/core/lineUp/entry';
import { NumberField, TextField } from '@/ui/form/fields';

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
  onFan: (part: Partial<EntryFan>) => void;
  onRemove: () => void;
}) {
  return (
    <div
      className="grid grid-cols-12 items-end gap-1.5 *:col-span-3 [&>:first-child]:col-span-2 [&>:nth-child(2)]:col-span-4 [&>:last-child]:col-span-3"
      role="group"
      aria-label={`Fan ${number}`}
    >
      <NumberField label="Count" value={fan.count} onValue={(count) => onFan({ count: count ?? 1 })} />
      <TextField label="Fan" value={fan.name} onValue={(name) => onFan({ name })} />
      <TextField
        label="Direction"
        value={fan.direction}
        list="fan-directions"
        onValue={(direction) => onFan({ direction })}
      />
      <TextField label="Place" value={fan.place} onValue={(place) => onFan({ place })} />
      <NumberField
        label={`Each, if bought, ${currency}`}
        optional
        value={fan.eachPrice}
        onValue={(eachPrice) => onFan({ eachPrice })}
      />
      <NumberField
        label="Thickness, mm"
        optional
        value={fan.thicknessMm}
        onValue={(thicknessMm) => onFan({ thicknessMm })}
      />
      <NumberField
        label="Fan raised by, mm"
        optional
        value={fan.raisedMm}
        onValue={(raisedMm) => onFan({ raisedMm })}
      />
      <button
        type="button"
        className="quiet-button px-2!"
        aria-label={`Remove fan ${number}`}
        onClick={onRemove}
      >
        ✕
      </button>
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
  onExtra: (part: Partial<EntryExtra>) => void;
  onRemove: () => void;
}) {
  return (
    <div
      className="grid grid-cols-[1fr_6rem_auto] items-end gap-1.5"
      role="group"
      aria-label={`Extra ${number}`}
    >
      <TextField label="Bought beside it" value={extra.name} onValue={(name) => onExtra({ name })} />
      <NumberField
        label={`Price, ${currency}`}
        value={extra.price}
        onValue={(price) => onExtra({ price: price ?? 0 })}
      />
      <button
        type="button"
        className="quiet-button px-2!"
        aria-label={`Remove extra ${number}`}
        onClick={onRemove}
      >
        ✕
      </button>
    </div>
  );
}
