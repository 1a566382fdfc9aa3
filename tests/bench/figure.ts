/** A line of the table that docs/benchmarks.md keeps. */
export interface Figure {
  what: string;
  measured: string;
  baseline: string;
  budget: string;
  held: boolean;
}

export function print(figures: readonly Figure[]): void {
  console.log('| what | measured | against | budget | held |');
  console.log('| --- | --- | --- | --- | --- |');
  for (const { what, measured, baseline, budget, held } of figures) {
    console.log(`| ${what} | ${measured} | ${baseline} | ${budget} | ${held ? 'yes' : 'NO'} |`);
  }
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)]!;
}
