import type { ReadersCopy } from '@/contracts/readersCopy';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import { standingWords } from '@/core/ranking/standingWords';
import { doubtParts, PART_NAMES } from '@/core/uncertainty/doubtParts';
import { sentence } from '@/core/words';
import { h } from './dom';
import { mark } from './marks';
import type { Standing } from './standing';

/** What the ± of a place is made of, each part by its size. */
function partsOf({ doubt, spreadSource }: PlacedEntry, { unit, decimals }: Standing['response']) {
  const parts = doubtParts(doubt);
  const list = parts.map(({ key, variance, share }) =>
    h(
      'li',
      {},
      h('span', { class: 'ask-share', style: `width:${(100 * share).toFixed(0)}%` }),
      `${Math.sqrt(variance).toFixed(decimals + 1)} ${unit}, ${(100 * share).toFixed(0)} %: ${PART_NAMES[key]}`,
    ),
  );
  return h(
    'div',
    { class: 'ask-parts' },
    h('p', {}, 'What ± is made of, as standard uncertainties:'),
    h('ul', {}, ...list),
    spreadSource === 'assumed' &&
      h('p', {}, 'What mounting again changes is assumed: nothing was mounted twice.'),
  );
}

/** The order as a list: places with their values, each ± to open, each entry to leave out. */
export function orderPart(
  copy: ReadersCopy,
  { ranking, response }: Standing,
  state: { hidden: readonly string[]; opened: ReadonlySet<string> },
  on: { open: (entry: string) => void; hide: (entry: string, isHidden: boolean) => void },
): (HTMLElement | false)[] {
  const known = new Map(copy.entries.map((entry) => [entry.entry, entry]));
  const rows = ranking.placed.map((placed) => {
    const { entry, placeFrom, placeTo, value, interval95, levelDb, status } = placed;
    const { name, position, price } = known.get(entry)!;
    const isOpen = state.opened.has(entry);
    const remarks = [
      `${levelDb.toFixed(1)} dB(A)`,
      price.known && `${price.value.toFixed(2)} ${copy.currency}`,
      standingWords(status),
    ];
    return h(
      'li',
      { class: 'ask-row' },
      h('b', { class: 'place' }, placeFrom === placeTo ? String(placeFrom) : `${placeFrom}–${placeTo}`),
      h(
        'span',
        { class: 'ask-name' },
        h('span', {}, mark(position), h('bdi', {}, name)),
        h('span', { class: 'quiet' }, remarks.filter(Boolean).join(' · ')),
      ),
      h(
        'span',
        { class: 'n' },
        h('b', {}, value.toFixed(response.decimals)),
        ' ',
        h(
          'button',
          {
            ...{
              class: 'ask-pm',
              type: 'button',
              'aria-expanded': String(isOpen),
              'data-key': `pm ${entry}`,
            },
            ...{
              'aria-label': `± ${interval95.toFixed(response.decimals)} ${response.unit} of ${name}: what it is made of`,
            },
            onclick: () => on.open(entry),
          },
          `± ${interval95.toFixed(response.decimals)} ${response.unit}`,
        ),
      ),
      h(
        'button',
        {
          ...{ class: 'ask-out', type: 'button', title: `Leave out ${name}`, 'data-key': `out ${entry}` },
          ...{ 'aria-label': `Leave out ${name}`, onclick: () => on.hide(entry, true) },
        },
        '×',
      ),
      isOpen && partsOf(placed, response),
    );
  });
  const nameOf = (entry: string) => known.get(entry)?.name ?? entry;
  const out = ranking.notPlaced.map(({ entry, reason }) =>
    h('li', {}, h('bdi', {}, nameOf(entry)), `: ${reason}.`),
  );
  return [
    ranking.placed.length === 0
      ? h('p', {}, 'No entry is ranked here.')
      : h('ol', { class: 'ask-order' }, ...rows),
    out.length > 0 && h('div', { class: 'quiet' }, 'Not ranked here:', h('ul', {}, ...out)),
    state.hidden.length > 0 &&
      h(
        'p',
        { class: 'quiet ask-hidden' },
        'Left out: places count what is shown. ',
        ...state.hidden.map((entry) =>
          h(
            'button',
            { type: 'button', 'data-key': `in ${entry}`, onclick: () => on.hide(entry, false) },
            sentence(`put back ${nameOf(entry)}`),
          ),
        ),
      ),
  ];
}
