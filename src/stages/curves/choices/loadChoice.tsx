/** The heat load as a choice in a line of a page. */
export function LoadChoice({
  loads,
  load,
  onLoad,
}: {
  loads: readonly { key: string; label: string }[];
  load: string;
  onLoad: (key: string) => void;
}) {
  if (loads.length < 2) return null;
  return (
    <label className="label-text flex items-center gap-1.5">
      load
      <select
        className="rounded border border-hairline bg-raised px-1.5 py-0.5 text-[14px] text-ink"
        value={load}
        onChange={({ target }) => onLoad(target.value)}
      >
        {loads.map(({ key, label }) => (
          <option key={key} value={key}>
            {label}
          </option>
        ))}
      </select>
    </label>
  );
}
