import { groupBy } from '../statistics/groupBy';

export interface Named {
  /** Name of the product, or its cover name. */
  name: string;
  covered: boolean;
  /** Its fans in words: “1 × Brisa 140, push; 1 × Brisa 140, pull”. */
  fans: string;
  /** Label of its sample; empty where none is noted. */
  sample: string;
}

interface FanPart {
  count: number;
  /** Name of the fan alone, and with its direction and place. */
  name: string;
  whole: string;
}

function partsOf(fans: string): FanPart[] {
  return fans
    .split(';')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const found = /^(\d+)\s*[×x]\s*(.+)$/.exec(part);
      const whole = found ? found[2]! : part;
      return { count: found ? Number(found[1]) : 1, whole, name: whole.split(',')[0]!.trim() };
    });
}

const total = (parts: readonly FanPart[]) => parts.reduce((sum, part) => sum + part.count, 0);
const names = (parts: readonly FanPart[]) =>
  [...new Set(parts.map((part) => part.name))].sort().join(' and ');
const ORDINALS: Record<number, string> = { 2: 'second fan', 3: 'third fan', 4: 'fourth fan' };

/** What sets an entry apart from the first of its product, in a few words; empty where nothing does. */
function difference(first: Named, other: Named): string {
  if (other.fans !== first.fans) {
    const [a, b] = [partsOf(first.fans), partsOf(other.fans)];
    if (b.length === 0) return 'without fans';
    const sameFans = names(a) === names(b) || a.length === 0;
    if (sameFans && total(b) === total(a) + 1 && ORDINALS[total(b)]) return ORDINALS[total(b)]!;
    if (sameFans && total(a) !== total(b)) return `${total(b)} ${total(b) === 1 ? 'fan' : 'fans'}`;
    if (!sameFans) return other.covered ? 'other fans' : names(b);
    return (
      b
        .map((part) => part.whole.split(',').slice(1).join('').trim())
        .filter(Boolean)
        .join(' and ') || 'other fans'
    );
  }
  return other.sample !== first.sample && other.sample !== '' ? `sample ${other.sample}` : '';
}

/**
 * Names of entries, so that no two are called alike: the first of a product keeps its name, the others say what
 * differs in brackets, since a name with a comma falls apart in a list. In the order given.
 *
 * variantNames of an “Ancla 120” with one fan and one with two of them is “Ancla 120” and “Ancla 120 (second fan)”.
 */
export function variantNames(entries: readonly Named[]): string[] {
  const shown = new Array<string>(entries.length).fill('');
  const taken = new Set<string>();
  const at = entries.map((entry, i) => ({ entry, i }));
  for (const group of groupBy(at, ({ entry }) => entry.name).values()) {
    const first = group[0]!.entry;
    for (const { entry, i } of group) {
      const differs = entry === first ? '' : difference(first, entry);
      let name = differs ? `${entry.name} (${differs})` : entry.name;
      for (let n = 2; taken.has(name); n += 1)
        name = `${entry.name} (${[differs, n].filter(Boolean).join(' ')})`;
      taken.add(name);
      shown[i] = name;
    }
  }
  return shown;
}

/**
 * A name as texts refer to it: in whatever case, and as names were written before brackets (“Ancla 120, second fan”,
 * “Ancla 120, with Brisa 120”).
 *
 * @example nameKey('Ancla 120, with Brisa 120') → 'ancla 120 brisa 120'
 */
export function nameKey(name: string): string {
  return name
    .toLowerCase()
    .replace(/, (with )?| \(/g, ' ')
    .replace(/\)$/, '')
    .trim();
}
