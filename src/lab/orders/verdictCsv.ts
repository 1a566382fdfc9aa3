import type { BridgedRow } from '@/core/bridge/carried';
import { stringify } from 'csv-stringify/sync';
import type { Ranking } from '@/core/ranking/rankAtLine';
import type { CoverWords } from '@/core/lineUp/underCover';
import type { Against } from '@/core/curves/curveRule';
import type { ResponseView } from '../model/responseView';
import type { CitedEntry } from '../model/citedEntries';
import { safeText } from '@/formats/safeText';

const LINES: Record<Against, string> = {
  noise: 'noise_line_dba',
  rpm: 'line_rpm',
  duty: 'line_duty_pct',
  sone: 'line_sone',
};

/** The verdict's table as CSV (RFC 4180, decimal point), safe to open in a spreadsheet. */
export function verdictCsv(
  ranking: Ranking,
  entries: readonly CitedEntry[],
  at: {
    lineAt: number;
    load: string;
    shown: Pick<ResponseView, 'response' | 'against' | 'place'>;
    bridged?: readonly BridgedRow[];
  },
  words: CoverWords,
): string {
  const { response, against, place } = at.shown;
  const isRise = response.throttles;
  const cell = (text: string) => safeText(words.text(text));
  const byCode = new Map(entries.map((entry) => [entry.entry, entry]));
  const common = (code: string) => {
    const entry = byCode.get(code)!;
    return {
      entry: safeText(entry.entry),
      product: cell(entry.product),
      maker: cell(entry.maker),
      fans: cell(entry.fans),
      price: entry.price ?? '',
      currency: entry.currency,
      [LINES[against]]: at.lineAt,
      load: cell(at.load),
    };
  };
  const placed = ranking.placed.map((placed) => ({
    ...common(placed.entry),
    place_from: placed.placeFrom,
    place_to: placed.placeTo,
    status: placed.status,
    ...(isRise
      ? {
          rise_k: placed.value.toFixed(2),
          rise_95_k: placed.interval95.toFixed(2),
          resistance_k_per_w: placed.resistanceKPerW?.toFixed(4) ?? '',
          temperature_at_reference_c: placed.temperatureAtReferenceC.toFixed(2),
        }
      : {
          response: response.id,
          response_place: cell(place),
          unit: cell(response.unit),
          value: placed.value.toFixed(response.decimals + 1),
          value_95: placed.interval95.toFixed(response.decimals + 1),
        }),
    level_dba: placed.levelDb.toFixed(2),
    reason: '',
  }));
  const notPlaced = ranking.notPlaced.map((entry) => ({
    ...common(entry.entry),
    status: entry.status,
    reason: cell(entry.reason),
  }));
  // By themselves after all that was measured, without a place.
  const bridged = (at.bridged ?? []).map((row) => ({
    ...common(row.entry),
    ...{ status: 'bridged', rise_k: row.value.toFixed(2), rise_95_k: row.interval95.toFixed(2) },
    reason: cell(`not measured here: bridged from ${row.from}, where it was ${row.there.toFixed(2)} K`),
  }));
  const values = isRise
    ? ['rise_k', 'rise_95_k', 'resistance_k_per_w', 'temperature_at_reference_c']
    : ['response', 'response_place', 'unit', 'value', 'value_95'];
  // Heat and noise together: at a noise line all stand at one level.
  const level = against === 'noise' && isRise ? [] : ['level_dba'];
  const what = ['place_from', 'place_to', 'entry', 'product', 'maker', 'fans', 'status'];
  const columns = [...what, ...values, ...level, 'price', 'currency', LINES[against], 'load', 'reason'];
  return stringify([...placed, ...notPlaced, ...bridged], {
    header: true,
    columns,
    record_delimiter: '\r\n',
  });
}
