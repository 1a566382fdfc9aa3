import { stringify } from 'csv-stringify/sync';
import type { Ranking } from '@/core/ranking/rankAtLine';
import type { CoverWords } from '@/core/lineUp/underCover';
import type { CitedEntry } from './citedEntries';
import { safeText } from '@/formats/safeText';

/** The verdict's table as CSV (RFC 4180, decimal point), safe to open in a spreadsheet. */
export function verdictCsv(
  ranking: Ranking,
  entries: readonly CitedEntry[],
  at: { lineDb: number; load: string },
  words: CoverWords,
): string {
  const cell = (text: string) => safeText(words.text(text));
  const byCode = new Map(entries.map((entry) => [entry.entry, entry]));
  const common = (code: string) => {
    const entry = byCode.get(code)!;
    return {
      entry: cell(entry.entry),
      product: cell(entry.product),
      maker: cell(entry.maker),
      fans: cell(entry.fans),
      price: entry.price ?? '',
      currency: entry.currency,
      noise_line_dba: at.lineDb,
      load: cell(at.load),
    };
  };
  const placed = ranking.placed.map((of) => ({
    ...common(of.entry),
    place_from: of.placeFrom,
    place_to: of.placeTo,
    status: of.status,
    rise_k: of.value.toFixed(2),
    rise_95_k: of.interval95.toFixed(2),
    resistance_k_per_w: of.resistanceKPerW?.toFixed(4) ?? '',
    temperature_at_reference_c: of.temperatureAtReferenceC.toFixed(2),
    reason: '',
  }));
  const notPlaced = ranking.notPlaced.map((of) => ({
    ...common(of.entry),
    status: of.status,
    reason: cell(of.reason),
  }));
  const columns = [
    'place_from', 'place_to', 'entry', 'product', 'maker', 'fans', 'status', 'rise_k', 'rise_95_k', 'resistance_k_per_w',
    'temperature_at_reference_c', 'price', 'currency', 'noise_line_dba', 'load', 'reason',
  ]; // prettier-ignore
  return stringify([...placed, ...notPlaced], { header: true, columns, record_delimiter: '\r\n' });
}
