import { adviceWords } from '@/core/judgement/readers/adviceWords';
import { ANY_MEMORY_MM } from '@/core/lineUp/configuredSize';
import type { Fit, FitsData } from '@/lab/orders/readers/fitsView';
import { EntryMark, entryStyle } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { Heads, num } from '@/ui/frame/heads';

const COLOUR: Record<Fit['status'], string> = { fits: 'text-ok', open: 'text-warn', misses: 'text-bad' };

/** What room is left, in words; empty where nothing was asked or known. */
function roomWords({ overMm, memoryOverMm, radiatorAt }: Fit): string[] {
  const told: string[] = [];
  if (overMm !== null && overMm >= 0) told.push(`${figure(overMm, 0)} mm below the panel`);
  if (memoryOverMm !== null && memoryOverMm >= 0)
    told.push(
      memoryOverMm > ANY_MEMORY_MM / 2
        ? 'clear of the memory'
        : `${figure(memoryOverMm, 0)} mm over the memory`,
    );
  if (radiatorAt) told.push(`its radiator goes in the ${radiatorAt}`);
  return told;
}

interface Props {
  data: FitsData;
  shown: string | undefined;
  onShow: (entry: string) => void;
}

/** Every entry with its margin to the limit as a bar, and why not in words; pressed, it is drawn in the case. */
export function FitsList({ data: { advice, machine }, shown, onShow }: Props) {
  const margins = advice.flatMap(({ marginK, interval95 }) =>
    marginK === null ? [] : [marginK - (interval95 ?? 0), marginK + (interval95 ?? 0)],
  );
  const least = Math.min(0, ...margins);
  const most = Math.max(1, ...margins);
  const at = (valueK: number) => (100 * (valueK - least)) / (most - least);
  const hasBars = margins.length > 0;
  return (
    <table className="figure-table">
      <Heads
        of={[
          'Entry',
          { of: hasBars && 'margin to the limit', className: 'w-2/5 max-sm:hidden' },
          num('Margin, K'),
          num(machine.currency),
        ]}
      />
      <tbody>
        {advice.map((fit) => {
          const why = fit.status === 'fits' ? roomWords(fit) : [...fit.misses, ...roomWords(fit)];
          const tint = `var(${entryStyle(fit.position).colour})`;
          return (
            <tr
              key={fit.entry}
              data-entry={fit.entry}
              className={fit.entry === shown ? 'bg-raised' : undefined}
            >
              <td>
                <button
                  type="button"
                  aria-pressed={fit.entry === shown}
                  className="flex cursor-pointer items-center gap-1.5 text-left font-semibold"
                  onClick={() => onShow(fit.entry)}
                >
                  <EntryMark position={fit.position} />
                  <span dir="auto">{fit.product}</span>
                </button>
                <span className="block text-[13.5px] text-ink2">
                  <b className={COLOUR[fit.status]}>{adviceWords(fit)}</b>
                  {why.length > 0 && `, ${why.join('; ')}`}
                </span>
              </td>
              <td className="max-sm:hidden" aria-hidden>
                {fit.marginK !== null && (
                  <span className="relative block h-5">
                    <span
                      className="absolute top-1 h-3 opacity-75"
                      style={{
                        left: `${at(Math.min(0, fit.marginK))}%`,
                        width: `${Math.abs(at(fit.marginK) - at(0))}%`,
                        background: tint,
                      }}
                    />
                    <span className="absolute inset-y-0 w-0.5 bg-act" style={{ left: `${at(0)}%` }} />
                    {fit.interval95 !== null && (
                      <span
                        className="absolute top-2 h-0.5 bg-ink"
                        style={{
                          left: `${at(fit.marginK - fit.interval95)}%`,
                          width: `${at(fit.marginK + fit.interval95) - at(fit.marginK - fit.interval95)}%`,
                        }}
                      />
                    )}
                  </span>
                )}
              </td>
              <td className="num whitespace-nowrap">
                {fit.marginK === null ? (
                  '–'
                ) : (
                  <>
                    <b>{figure(fit.marginK, 0)}</b>{' '}
                    <span className="text-[12.5px] text-ink2">± {figure(fit.interval95, 1)}</span>
                  </>
                )}
              </td>
              <td className="num">{fit.price === null ? '–' : figure(fit.price, 2)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
