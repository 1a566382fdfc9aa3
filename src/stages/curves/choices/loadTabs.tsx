/** The heat loads as tabs, at the end of a page's line. */
export function LoadTabs({
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
    <div className="choices max-w-full overflow-x-auto!" role="group" aria-label="Heat load">
      {loads.map(({ key, label }) => (
        <button key={key} aria-pressed={key === load} onClick={() => onLoad(key)}>
          {label}
        </button>
      ))}
    </div>
  );
}
