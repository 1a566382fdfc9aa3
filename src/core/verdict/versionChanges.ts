/** The place and figure of an entry in a published order. */
export interface PublishedFigure {
  entry: string;
  name: string;
  place: string;
  value: number;
  interval95: number;
  unit: string;
  decimals: number;
}

/**
 * What a later version says otherwise of figures and places, in words; empty where nothing does.
 *
 * Example: 36.0 K at place 2–3 then and 35.4 K at place 2 now: ‘Galerna: 36.0 → 35.4 K, place 2–3 → 2’.
 */
export function versionChanges(was: readonly PublishedFigure[], isNow: readonly PublishedFigure[]): string[] {
  const told: string[] = [];
  const before = new Map(was.map((figure) => [figure.entry, figure]));
  for (const now of isNow) {
    const then = before.get(now.entry);
    before.delete(now.entry);
    if (!then) {
      told.push(`${now.name}: new, ${now.value.toFixed(now.decimals)} ${now.unit}, place ${now.place}`);
      continue;
    }
    const figure = (value: number) => value.toFixed(now.decimals);
    const parts = [
      figure(then.value) === figure(now.value)
        ? ''
        : `${figure(then.value)} → ${figure(now.value)} ${now.unit}`,
      figure(then.interval95) === figure(now.interval95)
        ? ''
        : `± ${figure(then.interval95)} → ± ${figure(now.interval95)} ${now.unit}`,
      then.place === now.place ? '' : `place ${then.place} → ${now.place}`,
      then.name === now.name ? '' : `called ${then.name} before`,
    ].filter(Boolean);
    if (parts.length > 0) told.push(`${now.name}: ${parts.join(', ')}`);
  }
  for (const gone of before.values()) told.push(`${gone.name}: no place any more, ${gone.place} before`);
  return told;
}
