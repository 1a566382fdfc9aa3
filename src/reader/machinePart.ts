import type { ReadersCopy } from '@/contracts/readersCopy';
import { adviceWords } from '@/core/judgement/readers/adviceWords';
import { sentence } from '@/core/words';
import { MACHINE, type MachineField, type ReadersMachine } from './choice';
import { h } from './dom';
import { numberField, choiceField } from './fields';
import type { ReadersFits } from './machine';
import { colourOf, mark, whisker } from './marks';

/** The reader’s machine as fields; made once, so that what is being typed stays. */
export function machineFields(
  copy: ReadersCopy,
  machine: ReadersMachine,
  onPart: (part: Partial<ReadersMachine>) => void,
): HTMLElement {
  const field = (key: MachineField, optional: boolean) => {
    const { label, unit, least, most } = MACHINE[key];
    const bounds = { least, most, step: 'any' as const, optional };
    return numberField(label, key === 'budget' ? copy.currency : unit, machine[key], bounds, (value) =>
      onPart({ [key]: value }),
    );
  };
  const { entries } = copy;
  const sockets = [...new Set(entries.flatMap((entry) => entry.sockets))].sort();
  return h(
    'div',
    { class: 'ask-fields' },
    ...(['watts', 'roomC', 'limitC', 'noiseDba'] as const).map((key) => field(key, false)),
    entries.some(({ heightMm }) => heightMm !== null) && field('heightMm', true),
    entries.some(({ memoryClearanceMm }) => memoryClearanceMm !== null) && field('memoryMm', true),
    entries.some(({ radiatorMm }) => radiatorMm !== null) && field('radiatorMm', true),
    entries.some(({ price }) => price.known) && field('budget', true),
    sockets.length > 0 &&
      choiceField(
        'Socket',
        [{ value: '', label: 'any' }, ...sockets.map((socket) => ({ value: socket, label: socket }))],
        machine.socket,
        (socket) => onPart({ socket }),
      ),
  );
}

/** What fits, with how far under the limit each stays, and why another does not. */
export function fitsPart({ answer, load, advice }: ReadersFits, { limitC }: ReadersMachine): HTMLElement[] {
  if (advice.length === 0) return [h('p', { class: 'ask-answer', dir: 'auto' }, answer)];
  const margins = advice.flatMap(({ marginK, interval95 }) =>
    marginK === null ? [] : [marginK + interval95!, marginK - interval95!],
  );
  const scale = [Math.min(0, ...margins) - 1, Math.max(1, ...margins) + 1] as const;
  const list = advice.map((fit) => {
    const { entry, name, position, status, misses, dieC, interval95, marginK } = fit;
    return h(
      'li',
      { class: `ask-${status}`, 'data-fit': entry },
      h(
        'span',
        {},
        mark(position),
        h('bdi', {}, name),
        h('span', { class: status === 'fits' ? 'ok' : 'warn' }, ` ${sentence(adviceWords(fit))}`),
      ),
      marginK !== null && interval95 !== null
        ? whisker({ value: marginK, interval95 }, scale, colourOf(position))
        : h('span', {}),
      h(
        'span',
        { class: 'quiet', dir: 'auto' },
        [dieC !== null && `die at ${dieC.toFixed(1)} ± ${interval95!.toFixed(1)} °C`, misses.join(', ')]
          .filter(Boolean)
          .join('; '),
      ),
    );
  });
  return [
    h('p', { class: 'ask-answer', dir: 'auto' }, answer),
    h(
      'p',
      { class: 'quiet' },
      `By the curves at ${load}. The bars: how many kelvins under ${limitC} °C the die stays.`,
    ),
    h('ul', { class: 'ask-rows' }, ...list),
  ];
}
