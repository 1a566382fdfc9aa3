import type { ReportPart } from '@/formats/report/reportData';

/** Nothing stands in it that a reader could read. */
function isEmpty(part: ReportPart): boolean {
  if (part.html.trim() !== '') return false;
  switch (part.kind) {
    case 'text':
      return true;
    case 'ranking':
      return part.order.rows.length === 0 && part.order.notPlaced.length === 0;
    case 'picture':
      return part.svg === '';
    case 'sounds':
      return part.clips.length === 0;
    case 'awards':
      return part.given.length === 0 && part.refused.length === 0;
    case 'entries':
      return part.entries.length === 0;
  }
}

/** The parts of a report that are printed: none that is empty, and none that says again what another one said. */
export function printedParts(parts: readonly ReportPart[]): ReportPart[] {
  const seen = new Set<string>();
  return parts.filter((part) => {
    const said = JSON.stringify(part, (_, value: unknown) =>
      value instanceof Uint8Array ? value.length : value,
    );
    if (isEmpty(part) || seen.has(said)) return false;
    seen.add(said);
    return true;
  });
}
