import { render, type VNode } from 'preact';

type Child = Node | string | null | false;

/**
 * An element with what stands in it. Text is set as text, so that nothing of it can be markup; an attribute that is false is left out, and
 * one that begins with “on” is what happens.
 */
export function h<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Record<string, string | number | boolean | ((event: Event) => void)> = {},
  ...children: Child[]
): HTMLElementTagNameMap[K] {
  const element = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) {
    if (typeof value === 'function') element.addEventListener(name.slice(2), value);
    else if (value === true) element.setAttribute(name, '');
    else if (value !== false) element.setAttribute(name, String(value));
  }
  for (const child of children) if (child !== null && child !== false) element.append(child);
  return element;
}

/** A drawing, as it is described for pages and files alike. */
export function drawing(picture: VNode): HTMLElement {
  const holder = h('span');
  render(picture, holder);
  return holder;
}

/** Draws a part anew; what had the focus has it again, by its `data-key`. */
export function redraw(part: HTMLElement, ...children: Child[]): void {
  const key = document.activeElement?.getAttribute('data-key');
  const had = key && part.contains(document.activeElement);
  part.replaceChildren(...children.filter((child) => child !== null && child !== false));
  if (had) part.querySelector<HTMLElement>(`[data-key="${CSS.escape(key)}"]`)?.focus();
}
