import type { PairData } from '@/lab/orders/pairs/pairPage';
import { figure, signed } from '@/ui/marks/figures';
import { Name } from '@/ui/marks/name';

type Change = PairData['changes'][number];

/** The one difference, and what goes with it: money, slower fans, and full speed as it was read. */
function besides({ differs, moreMoney, slowerShare, fullK, fullDb }: Change, currency: string): string {
  return [
    differs,
    slowerShare !== null && slowerShare > 0.005 && `each turns ${figure(100 * slowerShare, 1)} % slower`,
    moreMoney !== null && `${signed(moreMoney, 2)} ${currency}`,
    fullK !== null && fullDb !== null && `at full speed ${signed(fullK, 1)} K, ${signed(fullDb, 1)} dB`,
  ]
    .filter(Boolean)
    .join('; ');
}

/** Pairs that differ in one thing, each with what that brings at the line: offered before any other pair. */
export function OneChange({ data, onPair }: { data: PairData; onPair: (change: Change) => void }) {
  const here = data.changes;
  if (here.length === 0) return null;
  return (
    <section aria-label="Effect of one change">
      <h3 className="font-display pb-1 text-[16px] font-bold">
        Effect of one change <span className="label-text font-normal">at the line alone</span>
      </h3>
      <ul className="text-[14.5px]">
        {here.map((change) => {
          const isOpen = change.other === data.one.entry && change.base === data.other.entry;
          return (
            <li key={change.base + change.other} className="border-b border-hairline">
              <button
                type="button"
                aria-pressed={isOpen}
                className={`flex w-full cursor-pointer items-baseline gap-3 px-1 py-1.5 text-left ${isOpen ? 'bg-raised' : ''}`}
                onClick={() => onPair(change)}
              >
                <span className="min-w-0 flex-1">
                  <Name>{change.otherName}</Name>
                  <span className="block text-[13px] text-ink2">{besides(change, data.currency)}</span>
                </span>
                <span className="shrink-0 whitespace-nowrap tabular-nums">
                  <Effect change={change} />
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Effect({ change: { atLine } }: { change: Change }) {
  if (!atLine) return <span className="text-ink2">no value at the line</span>;
  const { difference, interval95, isOpen } = atLine;
  const doubt = <span className="text-[13px] text-ink2">± {figure(interval95, 1)} K</span>;
  if (isOpen)
    return (
      <>
        {figure(Math.abs(difference), 1)} {doubt} <span className="text-ink2">a tie</span>
      </>
    );
  return (
    <>
      <b>{figure(Math.abs(difference), 1)}</b> {doubt} {difference < 0 ? 'cooler' : 'hotter'}
    </>
  );
}
