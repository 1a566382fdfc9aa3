import { array, number, object, string, type ObjectSchema } from 'yup';
import { isoTime } from '@/core/isoTime';
import type { ReportVersion } from '@/core/verdict/reportVersion';

const PACKAGE = 'datapackage.json';

const words = () => string().defined().max(20_000);
const count = () => number().required().integer().min(1);
const moment = () =>
  string()
    .required()
    .test('moment', 'no ISO 8601 time', (text) => isoTime(text ?? '') !== null);

/** `abanico.version` of a published bundle: its number, date and corrections. */
export const bundleVersion: ObjectSchema<ReportVersion> = object({
  number: count(),
  publishedAt: moment(),
  corrections: array(
    object({ number: count(), at: moment(), reason: words(), changes: array(words()).required() }),
  ).required(),
});

/** Writes the version into the description of a bundle, so that every report of it shows the same. */
export function setVersion(files: Map<string, Uint8Array>, version: ReportVersion): void {
  const source = JSON.parse(new TextDecoder().decode(files.get(PACKAGE))) as { abanico: object };
  const content = { ...source, abanico: { ...source.abanico, version } };
  files.set(PACKAGE, new TextEncoder().encode(`${JSON.stringify(content, null, 1)}\n`));
}
