import { groupBy } from '../statistics/groupBy';
import { criticalDifference } from '../uncertainty/criticalDifference';
import type { PlacedEntry } from './rankAtLine';

/**
 * What samples of one product differ by, in sentences: how far one of it stands for another. Told apart by the rule that gives the places.
 *
 * Example: ‘Two samples of Tramontana lie 0.4 K apart: this test, which needs 1.1 K, cannot tell them apart.’
 *
 * @param samplesOf the product that an entry is a sample of, where there are two or more; null where there is one
 */
export function sampleSentences(
  placed: readonly PlacedEntry[],
  samplesOf: (entry: string) => string | null,
  { factor, decimals, unit }: { factor: number; decimals: number; unit: string },
): string[] {
  const figure = (value: number) => `${(value * factor).toFixed(decimals)} ${unit}`;
  const products = groupBy(
    placed.filter(({ entry }) => samplesOf(entry) !== null),
    ({ entry }) => samplesOf(entry)!,
  );
  return [...products].flatMap(([product, samples]) => {
    const [best, worst] = [samples[0]!, samples.at(-1)!];
    if (samples.length < 2) return [];
    const apart = Math.abs(worst.value - best.value);
    const needed = criticalDifference(best, worst, placed.length);
    const head = `${samples.length === 2 ? 'Two' : samples.length} samples of ${product} lie ${figure(apart)} apart`;
    return apart > needed
      ? [`${head}, more than the ${figure(needed)} that this test needs: one of it is not another.`]
      : [`${head}: this test needs ${figure(needed)} to separate them.`];
  });
}
