import { outOfBounds, type Bound } from '@/core/bounds';
import type { SpotReading } from '@/core/responses/spotReading';
import type { ProblemList } from '../problem';
import { readTable } from '../table';
import { inBounds, RowReader } from './rowReader';

const FILE = 'readings.csv';
const REQUIRED = ['run', 'quantity', 'place', 'value', 'unit'];

export type Quantity = SpotReading['quantity'];

/** Units of each quantity, and what one of them is in the quantity's own (exact, but for the water column at 4 °C). */
export const UNITS: Record<Quantity, { bound: Bound; factors: Record<string, number> }> = {
  airspeed: { bound: 'airspeedMPerS', factors: { 'm/s': 1, 'ft/min': 0.00508 } },
  pressure: { bound: 'pressurePa', factors: { Pa: 1, mmH2O: 9.80665 } },
  flow: { bound: 'flowM3PerH', factors: { 'm3/h': 1, 'ft3/min': 1.69901082 } },
  noise: { bound: 'levelDb', factors: { 'dB(A)': 1 } },
  temperature: { bound: 'temperatureC', factors: { degC: 1 } },
};

/** The unit of each quantity in which it is kept and given back. */
export const OWN_UNIT: Record<Quantity, string> = {
  airspeed: 'm/s',
  pressure: 'Pa',
  flow: 'm3/h',
  noise: 'dB(A)',
  temperature: 'degC',
};

/** Spot readings by the run that they belong to, in the unit of their quantity; rows that cannot be used are listed. */
export function readReadings(
  bytes: Uint8Array,
  runs: ReadonlySet<string>,
  problems: ProblemList,
): Map<string, SpotReading[]> {
  const byRun = new Map<string, SpotReading[]>();
  const unitAt = new Map<string, { unit: string; line: number }>();
  for (const row of readTable(FILE, bytes, REQUIRED, problems).rows) {
    const read = new RowReader(FILE, row, problems);
    const run = read.requiredText('run');
    const quantity = read.requiredText('quantity') as Quantity;
    const place = read.requiredText('place');
    const unit = read.requiredText('unit');
    const value = read.requiredNumber('value', () => null);
    const rpm = read.number('rpm', inBounds('speedRpm'));
    if (read.broken || read.wrong.has('rpm')) continue;
    const known = Object.hasOwn(UNITS, quantity) ? UNITS[quantity] : null;
    if (!known) {
      read.fail('quantity', `not one of ${Object.keys(UNITS).join(', ')}: "${quantity}"`);
      continue;
    }
    if (!Object.hasOwn(known.factors, unit)) {
      read.fail('unit', `${quantity} is read in ${Object.keys(known.factors).join(' or ')}, got "${unit}"`);
      continue;
    }
    const inOwnUnit = value * known.factors[unit]!;
    const wrong = outOfBounds(known.bound, inOwnUnit);
    if (wrong) {
      read.fail('value', `${wrong}: ${value} ${unit}`);
      continue;
    }
    if (!runs.has(run)) {
      read.fail('run', `no run "${run}" in runs.csv: row left out`);
      continue;
    }
    const where = [run, quantity, place].join('\n');
    const before = unitAt.get(where);
    if (before && before.unit !== unit) {
      read.fail(
        'unit',
        `in ${before.unit} on line ${before.line}, and in ${unit} here: one unit a place of a run`,
      );
      continue;
    }
    unitAt.set(where, { unit, line: row.line });
    byRun.set(run, [...(byRun.get(run) ?? []), { quantity, place, value: inOwnUnit, rpm }]);
  }
  return byRun;
}
