import { ANY_MEMORY_MM } from '@/core/lineUp/configuredSize';
import type { PairData, PairItem } from '@/lab/orders/pairs/pairPage';
import { moneyWords } from '../desk/moneyWords';
import { figure } from '@/ui/marks/figures';

interface Beside {
  name: string;
  words: string;
}

const mm = (value: number | null) => (value === null ? 'not known' : `${figure(value, 0)} mm`);
const memory = (value: number | null) => (value !== null && value >= ANY_MEMORY_MM ? 'any' : mm(value));

/** What a sone of it carries off at the line, where it was recorded. */
const perSoneOf = ({ perSone }: PairItem): string =>
  perSone ? `${figure(perSone.value, 2)} ± ${figure(perSone.interval95, 2)} W/K` : '';

function rowsOf({ one, other, currency }: PairData): Beside[] {
  const [a, b] = [one.size, other.size];
  const rows: Beside[] = [];
  rows.push({
    name: 'price',
    words:
      a.price !== null && b.price !== null ? moneyWords(a.price - b.price, currency) : 'not known of both',
  });
  const against = (name: string, first: string, second: string) =>
    rows.push({ name, words: first === second ? `${first}, both` : `${first} against ${second}` });
  if (!a.isLoop && !b.isLoop && !a.isCase && (a.heightMm !== null || b.heightMm !== null))
    against('height', mm(a.heightMm), mm(b.heightMm));
  if (!a.isLoop && !b.isLoop && (a.memoryClearanceMm !== null || b.memoryClearanceMm !== null))
    against('RAM clearance', memory(a.memoryClearanceMm), memory(b.memoryClearanceMm));
  if (a.isLoop || b.isLoop) {
    const radiator = ({ isLoop, radiatorMm }: typeof a) =>
      isLoop
        ? radiatorMm === null
          ? 'radiator of unknown size'
          : `${figure(radiatorMm, 0)} mm radiator`
        : 'none';
    against('radiator', radiator(a), radiator(b));
  }
  const [first, second] = [perSoneOf(one), perSoneOf(other)];
  if (first && second) against('cooling per sone', first, second);
  return rows;
}

/** What else sets them apart: money, room, sound; the first against the second. */
export function BesideTheHeat({ data }: { data: PairData }) {
  return (
    <section aria-label="And beside the heat" className="border-t border-hairline pt-4">
      <h3 className="font-display text-[16px] font-bold">And beside the heat</h3>
      <dl className="text-[14.5px]">
        {rowsOf(data).map(({ name, words }) => (
          <div key={name} className="flex justify-between gap-4 border-b border-hairline py-1.5">
            <dt>{name}</dt>
            <dd className="text-right">{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
