import { EQUAL_DB } from '@/core/judgement/pairs/headToHead';
import type { WaysData } from '@/lab/orders/waysPage';
import { Link } from '@/ui/frame/link';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, signed } from '@/ui/marks/figures';
import { chanceWords } from '../desk/chanceWords';

const WORSE: Readonly<Record<string, [better: string, worse: string]>> = {
  K: ['cooler', 'warmer'],
  'dB(A)': ['quieter', 'louder'],
  sone: ['quieter', 'louder'],
};

/** Two entries by every way to compare: what sets them apart at each, and what the one costs more. */
export function TwoInHand({ data, to }: { data: WaysData; to: string }) {
  const { pair, entries, response } = data;
  if (!pair) return null;
  const [one, other] = [pair.one, pair.other].map((code) => entries.find(({ entry }) => entry === code)!);
  const [better, worse] = WORSE[response.unit] ?? ['ahead', 'behind'];
  const atNoise = pair.rows.find(({ key }) => key === 'noise');
  const { moreMoney, currency, ahead } = pair;
  // What a unit of it costs is told where the dearer of the two is ahead beyond the interval.
  const isDearerAhead =
    atNoise?.ahead && moreMoney !== null && moreMoney !== 0 && moreMoney > 0 === (atNoise.ahead === 'one');
  return (
    <section aria-label="Two in hand" className="border-t border-hairline pt-4 text-[14.5px]">
      <h3 className="font-display text-[16px] font-bold">Two in hand</h3>
      <p className="pt-1" dir="auto">
        <EntryMark position={one!.position} /> <b>{one!.product}</b> against{' '}
        <EntryMark position={other!.position} /> <b>{other!.product}</b>
      </p>
      <dl>
        {pair.rows.map((row) => (
          <div key={row.key} className="flex justify-between gap-4 border-b border-hairline py-1.5">
            <dt>
              {row.where}
              {Math.abs(row.louderDb) >= EQUAL_DB && (
                <span className="text-ink2">, {signed(row.louderDb, 1)} dB</span>
              )}
            </dt>
            <dd className="text-right whitespace-nowrap">
              <b>{figure(Math.abs(row.lead), response.decimals)}</b>{' '}
              <small className="text-[13px] text-ink2">
                ± {figure(row.interval95, response.decimals)} {row.unit}
              </small>{' '}
              {row.ahead === null ? 'a tie' : row.ahead === 'one' ? better : worse}
            </dd>
          </div>
        ))}
        {ahead && (
          <div className="flex justify-between gap-4 border-b border-hairline py-1.5">
            <dt dir="auto">
              Chance that {entries.find(({ entry }) => entry === ahead.entry)!.product} is really ahead
            </dt>
            <dd className="text-right whitespace-nowrap">{chanceWords(ahead.chance)}</dd>
          </div>
        )}
        {moreMoney !== null && (
          <div className="flex justify-between gap-4 border-b border-hairline py-1.5">
            <dt>price</dt>
            <dd className="text-right">
              {moreMoney === 0
                ? 'the same'
                : `${figure(Math.abs(moreMoney), 2)} ${currency} ${moreMoney > 0 ? 'more' : 'less'}`}
              {isDearerAhead &&
                `, ${figure(Math.abs(moreMoney / atNoise.lead), 2)} ${currency} per ${response.unit}`}
            </dd>
          </div>
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
