import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync, strToU8 } from 'fflate';
import { pack } from '@/core/packed';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { ReportAnswers } from '@/formats/report/reportData';
import type { BundleOrders } from '../orders/bundleOrders';
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

/** The script of `scripts/programs.mjs`, as it was built with the application. */
const script = (): string => readFileSync(join(process.cwd(), '.programs/reader.js'), 'utf8').trim();

/** Figures packed for a page, with the script that answers from them. */
function answersOf(copy: ReadersCopy): ReportAnswers {
  const packed = pack(shortened(copy, new Map()) as ReadersCopy);
  const built = script();
  return {
    figures: `data:application/zlib;base64,${Buffer.from(deflateSync(strToU8(packed), { level: 9 })).toString('base64')}`,
    script: built,
    scriptHash: createHash('sha256').update(built).digest('base64'),
  };
}

/** What is left out where a page has no room for all of it, in the order in which it goes. */
const SMALLER: readonly { orders: (copy: ReadersCopy) => ReadersCopy['orders']; note: string }[] = [
  { orders: ({ orders }) => orders, note: '' },
  {
    orders: ({ orders }) => orders.filter(({ response }) => response.id === orders[0]!.response.id),
    note: 'Only what is ranked first answers here: the page has no room for all that was measured.',
  },
  {
    orders: ({ orders }) => [{ ...orders[0]!, loads: orders[0]!.loads.slice(0, 1) }],
    note: 'Only the first load of what is ranked first answers here: the page has no room for all that was measured.',
  },
];

/**
 * What a report answers its readers with, as far as so many letters hold it; null where nothing was measured that could be asked for, or
 * nothing of it has room. The note says what was left out.
 */
export function readersAnswers(
  bundle: Bundle,
  orders: BundleOrders,
  source: string,
  most: number,
): { answers: ReportAnswers | null; note: string } {
  const copy = readersCopy(bundle, orders, source);
  if (!copy) return { answers: null, note: '' };
  for (const { orders: some, note } of SMALLER) {
    const answers = answersOf({ ...copy, orders: some(copy) });
    if (answers.figures.length + answers.script.length <= most) return { answers, note };
  }
  return { answers: null, note: 'This page answers nothing: it has no room for the figures.' };
}
