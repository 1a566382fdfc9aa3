import type { Outcome } from '../outcome';

/** A figure that a text refers to: what, of whom, and where if not at the round-up's own line and load. */
export interface Reference {
  what: string;
  /** Id of an entry, or its name; “A less B” for how far A lies from B. */
  entry: string;
  /** Another line, dB(A); null for the own. */
  at: number | null;
  /** Another heat load, W; null for the first. */
  loadW: number | null;
}

/** What can be referred to beside any response by its id, and how it is called. */
export const FIGURES: Readonly<Record<string, string>> = {
  rise: 'rise',
  place: 'place',
  'k/w': 'K/W',
  die: 'die in the reference room',
  price: 'price',
  noise: 'noise to hold the control’s rise',
  capacity: 'heat held',
  band: 'band score',
};

export type Part = string | { reference: Reference; text: string };

const PATTERN = /\{\{([^{}\n]{1,200})\}\}/g;

/**
 * A reference between its braces: “rise Galerna”, “rise Galerna @ 28”, “rise Galerna @ 28, 90 W”; null where it is none.
 *
 * @example readReference('rise galerna-twin @ 28, 90 W') → { what: 'rise', entry: 'galerna-twin', at: 28, loadW: 90 }
 */
export function readReference(text: string): Reference | null {
  const [named = '', where = ''] = text.split('@');
  const found = /^\s*(\S+)\s+(.+?)\s*$/.exec(named);
  if (!found) return null;
  const [at, load] = where.split(',');
  const number = (part: string | undefined) => {
    const digits = /-?\d+(\.\d+)?/.exec(part ?? '');
    return digits ? Number(digits[0]) : null;
  };
  if (text.includes('@') && number(at) === null) return null;
  return { what: found[1]!.toLowerCase(), entry: found[2]!, at: number(at), loadW: number(load) };
}

/**
 * A reference as it stands in a text, between its braces.
 *
 * @example referenceText({ what: 'rise', entry: 'galerna', at: 28, loadW: 90 }) → '{{rise galerna @ 28, 90 W}}'
 */
export function referenceText({ what, entry, at, loadW }: Reference): string {
  // Where a load is named, its line is, too: “@” is followed by a level.
  const where = at === null ? '' : ` @ ${at}${loadW === null ? '' : `, ${loadW} W`}`;
  return `{{${what} ${entry}${where}}}`;
}

/**
 * Whom a reference is of: one, or two where it is “A less B” and no entry is called so.
 *
 * @example namesIn('a less b', () => false) → ['a', 'b']
 */
export function namesIn(entry: string, isThere: (name: string) => boolean): readonly string[] {
  if (isThere(entry)) return [entry];
  const pair = entry.split(' less ').map((name) => name.trim());
  return pair.length === 2 ? pair : [entry];
}

/**
 * A text in its parts: what stands, and what it refers to. Braces around no reference stay as they are.
 *
 * @example partsOf('a {{x}} b') → ['a {{x}} b']
 */
export function partsOf(text: string): Part[] {
  const parts: Part[] = [];
  let from = 0;
  for (const found of text.matchAll(PATTERN)) {
    const reference = readReference(found[1]!);
    if (!reference) continue;
    if (found.index > from) parts.push(text.slice(from, found.index));
    parts.push({ reference, text: found[0] });
    from = found.index + found[0].length;
  }
  if (from < text.length) parts.push(text.slice(from));
  return parts;
}

/**
 * A text with every reference in it told by its figure; what refers to nothing is told in place, in brackets, and listed.
 *
 * @example withFigures('It is {{rise a}}.', () => ({ known: true, value: '38.0 ± 0.2 K' })) → { text: 'It is 38.0 ± 0.2 K.',
 * broken: [] }
 */
export function withFigures(
  text: string,
  figure: (reference: Reference) => Outcome<string>,
): { text: string; broken: string[] } {
  const broken: string[] = [];
  const told = partsOf(text).map((part) => {
    if (typeof part === 'string') return part;
    const found = figure(part.reference);
    if (found.known) return found.value;
    broken.push(`${part.text}: ${found.reason}`);
    return `[${found.reason}]`;
  });
  return { text: told.join(''), broken };
}
