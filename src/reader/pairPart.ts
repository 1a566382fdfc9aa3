import type { ReadersCopy } from '@/contracts/readersCopy';
import { h } from './dom';
import { colourOf, whisker } from './marks';
import type { ReadersPair } from './pair';

/** Two entries against one another: the answer, and every condition with its interval. */
export function pairPart(
  copy: ReadersCopy,
  { one, other, answer, otherwise, rows }: ReadersPair,
): HTMLElement[] {
  const find = (entry: string) => copy.entries.find((each) => each.entry === entry)!;
  const [first, second] = [find(one), find(other)];
  const reach = new Map<string, number>();
  for (const { unit, lead, interval95 } of rows)
    reach.set(unit, Math.max(reach.get(unit) ?? 0, Math.abs(lead) + interval95));
  const list = rows.map(({ key, what, where, unit, decimals, lead, interval95, ahead }) => {
    const colour = ahead === null ? 'var(--ink2)' : colourOf((ahead === 'one' ? first : second).position);
    const by = `${Math.abs(lead).toFixed(decimals)} ± ${interval95.toFixed(decimals)} ${unit}`;
    const most = reach.get(unit)! || 1;
    const words =
      ahead === null ? `tie: ${by} apart` : `${(ahead === 'one' ? first : second).name} ahead by ${by}`;
    return h(
      'li',
      { 'data-row': key },
      h('span', { class: 'quiet' }, [what, where].filter(Boolean).join(' ')),
      // As on screen and in pictures: the first entry is ahead to the right.
      whisker({ value: lead, interval95 }, [-most, most], colour),
      h('span', { dir: 'auto' }, words),
    );
  });
  return [
    h('p', { class: 'ask-answer', dir: 'auto' }, [answer, otherwise].filter(Boolean).join(' ')),
    h(
      'p',
      { class: 'quiet', dir: 'auto' },
      `Left: ${second.name} is better. Right: ${first.name} is. All intervals hold at once.`,
    ),
    h('ul', { class: 'ask-rows' }, ...list),
  ];
}
