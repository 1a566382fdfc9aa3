import { parseAsArrayOf, parseAsString, useQueryState } from 'nuqs';

/** Who is picked out once one more is pressed, as it stands in an address: null for nobody. */
export function pressed(picked: ReadonlySet<string>, entry: string): string[] | null {
  const next = new Set(picked);
  if (!next.delete(entry)) next.add(entry);
  return next.size > 0 ? [...next] : null;
}

/**
 * Entries that are picked out on a page, from its address; what is none of them is left.
 * @param isAsked the page is asked anew for those picked
 */
export function usePicked(entries: readonly { entry: string }[], isAsked = false) {
  const [pick, setPick] = useQueryState(
    'pick',
    parseAsArrayOf(parseAsString).withDefault([]).withOptions({ shallow: !isAsked }),
  );
  const picked: ReadonlySet<string> = new Set(
    pick.filter((name) => entries.some(({ entry }) => entry === name)),
  );
  return { picked, press: (entry: string) => void setPick(pressed(picked, entry)) };
}
