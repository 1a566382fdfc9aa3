import { EQUAL_DB } from '@/core/judgement/pairs/headToHead';
import type { WaysData } from '@/lab/orders/waysPage';
import { Link } from '@/ui/frame/link';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, signed } from '@/ui/marks/figures';
import { moneyWords } from '../desk/moneyWords';
import { chanceWords } from '../desk/chanceWords';

const WORSE: Readonly<Record<string, [better: string, worse: string]>> = {
  K: ['cooler', 'warmer'],
  'dB(A)': ['quieter', 'louder'],
  sone: ['quieter', 'louder'],
};

const louderWords = (louderDb: number) =>
  Math.abs(louderDb) < EQUAL_DB ? '' : `, ${signed(louderDb, 1)} dB`;

/** Two entries by every way to compare: what sets them apart at each, and what the one costs more. */
export function TwoInHand({ data, to }: { data: WaysData; to: string }) {
  const { pair, entries, response } = data;
  if (!pair) return null;
  const [one, other] = [pair.one, pair.other].map((code) => entries.find(({ entry }) => entry === code)!);
  const [better, worse] = WORSE[response.unit] ?? ['ahead', 'behind'];
  const { moreMoney, perUnit95, currency, ahead } = pair;
  return (
    <section aria-label="Two in hand" className="border-t border-hairline pt-4 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold">Two in hand</h3>
      <p className="pt-1" dir="auto">
        <EntryMark position={one!.position} /> <b>{one!.product}</b> against{' '}
        <EntryMark position={other!.position} /> <b>{other!.product}</b>
      </p>
      <dl>
        {pair.rows.map((row) => (
          <Line key={row.key} name={`${row.where}${louderWords(row.louderDb)}`}>
            <b>{figure(Math.abs(row.lead), response.decimals)}</b>{' '}
            <small className="text-[13px] text-ink2">
              ± {figure(row.interval95, response.decimals)} {row.unit}
            </small>{' '}
            {row.ahead === null ? 'a tie' : row.ahead === 'one' ? better : worse}
          </Line>
        ))}
        {ahead && (
          <Line
            name={`Chance that ${(ahead.likely === 'one' ? one : other)!.product} is really ahead, taken as the only pair`}
          >
            {chanceWords(ahead.chance)}
          </Line>
        )}
        {moreMoney !== null && (
          <Line name="price">
            {moneyWords(moreMoney, currency)}
            {perUnit95 && (
              <span className="block">
                {perUnit95.map((each) => figure(each, 2)).join(' to ')} {currency} per {response.unit}
              </span>
            )}
          </Line>
        )}
      </dl>
      <p className="pt-1.5 text-[13px] text-ink2">
        Intervals hold for all rows at once. Press names in the picture for another two.{' '}
        <Link className="underline underline-offset-2" href={to}>
          Head to head
        </Link>
      </p>
    </section>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="flex justify-between gap-4 border-b border-hairline py-1.5">
      <dt dir="auto">{name}</dt>
      <dd className="text-right whitespace-nowrap">{children}</dd>
    </div>
  );
}
