import { array, number, object, string, type ObjectSchema } from 'yup';
import { isoTime } from '@/core/isoTime';
import type { ReportVersion } from '@/core/verdict/reportVersion';

const PACKAGE = 'datapackage.json';

/** Fields of what was published, wherever a bundle lists it. */
export const words = () => string().defined().max(20_000);
export const count = () => number().required().integer().min(1);
export const moment = () =>
  string()
    .required()
    .test('moment', 'no moment in time', (text) => isoTime(text ?? '') !== null);

export const corrections = () =>
  array(
    object({ number: count(), at: moment(), reason: words(), changes: array(words()).required() }),
  ).required();

/** `abanico.version` of a published bundle: its number, date and corrections. */
export const bundleVersion: ObjectSchema<ReportVersion> = object({
  number: count(),
  publishedAt: moment(),
  corrections: corrections(),
});

/** Writes the version into the description of a bundle, so that every report of it shows the same. */
export function setVersion(files: Map<string, Uint8Array>, version: ReportVersion): void {
  const source = JSON.parse(new TextDecoder().decode(files.get(PACKAGE))) as { abanico: object };
  const content = { ...source, abanico: { ...source.abanico, version } };
  files.set(PACKAGE, new TextEncoder().encode(`${JSON.stringify(content, null, 1)}\n`));
}
