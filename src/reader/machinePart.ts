import type { ReadersCopy } from '@/contracts/readersCopy';
import type { Advice } from '@/core/judgement/advice';
import type { ReadersMachine } from './choice';
import { h } from './dom';
import { numberField, choiceField } from './fields';
import type { ReadersFits } from './machine';
import { colourOf, mark, whisker } from './marks';

const STATUS: Record<Advice['status'], string> = {
  fits: 'Fits',
  open: 'Too close to call',
  misses: 'Does not fit',
};

/** The reader’s machine as fields; made once, so that what is being typed stays. */
export function machineFields(
  copy: ReadersCopy,
  machine: ReadersMachine,
  onPart: (part: Partial<ReadersMachine>) => void,
): HTMLElement {
  const needed = (
    label: string,
    unit: string,
    key: 'watts' | 'roomC' | 'limitC' | 'noiseDba',
    least: number,
    most: number,
  ) =>
    numberField(label, unit, machine[key], { least, most, step: 'any' }, (value) =>
      onPart({ [key]: value! }),
    );
  const limit = (
    label: string,
    unit: string,
    key: 'heightMm' | 'memoryMm' | 'radiatorMm' | 'budget',
    most: number,
  ) =>
    numberField(label, unit, machine[key], { least: 0, most, step: 'any', optional: true }, (value) =>
      onPart({ [key]: value }),
    );
  const { entries } = copy;
  const sockets = [...new Set(entries.flatMap((entry) => entry.sockets))].sort();
  return h(
    'div',
    { class: 'ask-fields' },
    needed('Heat', 'W', 'watts', 1, 5000),
    needed('Room', '°C', 'roomC', -40, 100),
    needed('Limit', '°C', 'limitC', 30, 150),
    needed('Noise', 'dB(A)', 'noiseDba', -20, 160),
    entries.some(({ heightMm }) => heightMm !== null) && limit('Height', 'mm', 'heightMm', 1000),
    entries.some(({ memoryClearanceMm }) => memoryClearanceMm !== null) &&
      limit('Memory', 'mm', 'memoryMm', 500),
    entries.some(({ radiatorMm }) => radiatorMm !== null) && limit('Radiator', 'mm', 'radiatorMm', 2000),
    entries.some(({ price }) => price.known) && limit('Money', copy.currency, 'budget', 1e7),
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
  const margins = advice.flatMap(({ marginK, interval95 }) =>
    marginK === null ? [] : [marginK + interval95!, marginK - interval95!],
  );
  const scale = [Math.min(0, ...margins) - 1, Math.max(1, ...margins) + 1] as const;
  const list = advice.map(({ entry, name, position, status, misses, dieC, interval95, marginK }) =>
    h(
      'li',
      { class: `ask-${status}`, 'data-fit': entry },
      h(
        'span',
        {},
        mark(position),
        h('bdi', {}, name),
        h('span', { class: status === 'fits' ? 'ok' : 'warn' }, ` ${STATUS[status]}`),
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
    ),
  );
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
