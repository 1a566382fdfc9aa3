import { Options } from './options';

interface Props {
  label: string;
  /** The label is read out and not seen: what is chosen says what it is. */
  isSilent?: boolean;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onValue: (value: string) => void;
}

/** A choice within a line of text or over a picture. */
export function LineSelect({ label, isSilent = false, value, options, onValue }: Props) {
  return (
    <label className="label-text flex min-w-0 items-center gap-1.5">
      {!isSilent && label}
      <select
        aria-label={label}
        className="max-w-64 min-w-0 rounded border border-hairline bg-raised px-1.5 py-1 text-[14px] text-ink"
        value={value}
        onChange={({ target }) => onValue(target.value)}
      >
        <Options of={options} />
      </select>
    </label>
  );
}
