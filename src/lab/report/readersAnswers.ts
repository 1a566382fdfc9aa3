import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync, strToU8 } from 'fflate';
import { pack } from '@/core/packed';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { ReportAnswers } from '@/formats/report/reportData';
import type { BundleOrders } from './bundleOrders';
import type { ReadersCopy } from '@/contracts/readersCopy';
import { readersCopy } from './readersCopy';

/** Digits of a figure that no reader sees more of: half the weight. */
const DIGITS = 9;

/** Plain data with its figures to so many digits; what many share is shared after it, too. */
function shortened(value: unknown, made: Map<object, unknown>): unknown {
  if (typeof value === 'number') return Number.isInteger(value) ? value : Number(value.toPrecision(DIGITS));
  if (typeof value !== 'object' || value === null) return value;
  const before = made.get(value);
  if (before !== undefined) return before;
  const short = Array.isArray(value)
    ? value.map((inner) => shortened(inner, made))
    : Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, shortened(inner, made)]));
  made.set(value, short);
  return short;
}

/** The script of `scripts/readersScript.mjs`, as it was built with the application. */
const script = (): string => readFileSync(join(process.cwd(), '.reader/reader.js'), 'utf8').trim();

/** What a report answers its readers with; null where nothing was measured that could be asked for. */
export function readersAnswers(bundle: Bundle, orders: BundleOrders, source: string): ReportAnswers | null {
  const copy = readersCopy(bundle, orders, source);
  if (!copy) return null;
  const packed = pack(shortened(copy, new Map()) as ReadersCopy);
  const built = script();
  return {
    figures: `data:application/zlib;base64,${Buffer.from(deflateSync(strToU8(packed), { level: 9 })).toString('base64')}`,
    script: built,
    scriptHash: createHash('sha256').update(built).digest('base64'),
  };
}
