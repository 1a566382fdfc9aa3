const MOST_TAIL = 10;
const MOST_BRACKET = 18;

/** Where what stands in brackets at the end of a name begins, or else its last word or two; at its end for a short one. */
function tailFrom(name: string): number {
  if (name.length <= MOST_TAIL + 4) return name.length;
  const bracket = name.endsWith(')') ? name.lastIndexOf(' (') : -1;
  if (bracket > 0 && name.length - bracket <= MOST_BRACKET) return bracket;
  const from = name.indexOf(' ', name.length - MOST_TAIL);
  return from > 0 ? from : name.length - MOST_TAIL / 2;
}

/**
 * A name on one line. Where room is short its middle goes and not its end: products of one family and layouts of one case begin alike.
 */
export function Name({ children: name }: { children: string }) {
  const from = tailFrom(name);
  return (
    <span className="flex min-w-0" dir="auto" title={name}>
      <span className="min-w-[4ch] shrink-[9999] truncate">{name.slice(0, from)}</span>
      <span className="truncate whitespace-pre">{name.slice(from)}</span>
    </span>
  );
}
