/** Which line of a chart is what, by its colour. */
export function LineKey({
  lines,
  children,
}: {
  lines: readonly { name: string; colour: string }[];
  children?: React.ReactNode;
}) {
  return (
    <p className="flex flex-wrap gap-x-4 text-[13px] text-ink2">
      {lines.map(({ name, colour }) => (
        <span key={name} className="flex items-center gap-1.5">
          <svg width="22" height="8" aria-hidden="true">
            <path d="M0 4H22" stroke={`var(${colour})`} strokeWidth="2.4" />
          </svg>
          {name}
        </span>
      ))}
      {children}
    </p>
  );
}
