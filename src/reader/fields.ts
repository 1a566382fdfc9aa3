import { h } from './dom';

/** A choice of a few. */
export function choiceField(
  label: string,
  options: readonly { value: string; label: string }[],
  value: string,
  onValue: (value: string) => void,
): HTMLElement {
  return h(
    'label',
    {},
    h('span', {}, label),
    h(
      'select',
      {
        'data-key': `choice ${label}`,
        onchange: (event) => onValue((event.target as HTMLSelectElement).value),
      },
      ...options.map((option) =>
        h('option', { value: option.value, selected: option.value === value }, option.label),
      ),
    ),
  );
}

/** A number with its unit; what is no number, or lies outside, changes nothing and is marked. */
export function numberField(
  label: string,
  unit: string,
  value: number | null,
  bound: { least: number; most: number; step: number | 'any'; optional?: boolean },
  onValue: (value: number | null) => void,
): HTMLElement {
  const { least, most, step, optional = false } = bound;
  return h(
    'label',
    {},
    h('span', {}, `${label}, ${unit}`),
    h('input', {
      ...{ type: 'number', inputmode: 'decimal', min: least, max: most, step, value: value ?? '' },
      ...{ 'data-key': `number ${label}`, required: !optional, placeholder: optional ? 'any' : '' },
      oninput: (event) => {
        const input = event.target as HTMLInputElement;
        const typed = input.value === '' ? null : Number(input.value);
        const isFine =
          typed === null ? optional && !input.validity.badInput : typed >= least && typed <= most;
        input.setAttribute('aria-invalid', String(!isFine));
        if (isFine) onValue(typed);
      },
    }),
  );
}
