import { AXES } from '@/core/curves/axis';
import { stringify } from 'csv-stringify/sync';
import type { CoverWords } from '@/core/lineUp/underCover';
import type { CitedEntry } from '../model/citedEntries';
import { safeText } from '@/formats/safeText';
import type { ResponseView } from '../model/responseView';
import type { LoadCurves } from '../model/roundUpView';

const COLUMN = { noise: 'level_dba', rpm: 'rpm', duty: 'duty_pct', sone: 'sone' } as const;

/** The points of all curves at one load as CSV, safe to open in a spreadsheet. */
export function curvesCsv(
  { load, label, curves }: LoadCurves,
  entries: readonly CitedEntry[],
  shown: Pick<ResponseView, 'response' | 'against' | 'place'> & { referenceAmbientC: number },
  words: CoverWords,
): string {
  const cell = (text: string) => safeText(words.text(text));
  const { response, place, referenceAmbientC } = shown;
  const columns = (point: LoadCurves['curves'][number]['points'][number]) =>
    response.throttles
      ? {
          rise_k: point.value.toFixed(2),
          rise_95_k: point.interval95.toFixed(2),
          resistance_k_per_w: point.resistanceKPerW?.toFixed(4) ?? '',
          temperature_at_reference_c: load.loadName ? '' : (referenceAmbientC + point.value).toFixed(2),
        }
      : {
          response: response.id,
          ...(place ? { place: cell(place) } : {}),
          unit: cell(response.unit),
          value: point.value.toFixed(response.decimals + 1),
          value_95: point.interval95.toFixed(response.decimals + 1),
        };
  const products = new Map(entries.map((entry) => [entry.entry, entry.product]));
  const rows = curves.flatMap(({ entry, points }) =>
    points.map((point) => ({
      entry: safeText(entry),
      product: cell(products.get(entry) ?? ''),
      load: cell(label),
      setting: cell(point.setting),
      ...(shown.against === 'noise'
        ? {}
        : { [COLUMN[shown.against]]: point.at.toFixed(AXES[shown.against].decimals + 1) }),
      level_dba: point.levelDb.toFixed(2),
      ...columns(point),
      on_curve: String(point.judged),
      runs: String(point.runs.length),
    })),
  );
  return stringify(rows, { header: true, record_delimiter: '\r\n' });
}
