import type { DeskView } from '@/lab/roundUps/deskView';
import { Link } from '@/ui/frame/link';
import { dayWords } from '@/core/timeWords';
import { sentence } from '@/core/words';
import { plural } from '@/ui/marks/figures';

/** The lab at a glance: what is due, how its rigs are, its last evenings. */
export function Desk({ desk }: { desk: DeskView }) {
  return (
    <div className="mb-6 space-y-5 border-b border-hairline pb-5 text-[14.5px]">
      <section aria-label="What is due">
        <h2 className="font-display text-[18px] font-bold">Due</h2>
        {desk.due.length === 0 ? (
          <p className="pt-1 text-ink2">Nothing: calibrations hold, controls are good, prices are new.</p>
        ) : (
          <ul>
            {desk.due.map(({ says, href, isBad }) => (
              <li key={says} className="border-b border-hairline py-1.5">
                <Link href={href} className="block hover:underline" dir="auto">
                  {isBad && <span className="text-warn">▲ </span>}
                  {sentence(says)}
                </Link>
              </li>
            ))}
          </ul>
        )}
      </section>
      {desk.rigs.length > 0 && (
        <section aria-label="Rigs">
          <h2 className="font-display text-[18px] font-bold">Rigs</h2>
          <ul>
            {desk.rigs.map(({ rig, says, isWell, href }) => (
              <li key={rig} className="flex flex-wrap gap-x-3 border-b border-hairline py-1.5">
                <span className="min-w-0 max-w-full truncate" dir="auto">
                  <span className={isWell ? 'text-ok' : 'text-warn'}>{isWell ? '●' : '▲'}</span>{' '}
                  {href ? (
                    <Link href={href} className="hover:underline">
                      {rig}
                    </Link>
                  ) : (
                    rig
                  )}
                </span>
                <span className="ml-auto text-right text-ink2">{says}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {desk.evenings.length > 0 && (
        <section aria-label="Last sessions">
          <h2 className="font-display text-[18px] font-bold">Last sessions</h2>
          <ul>
            {desk.evenings.map(({ day, rig, runs, entries, roundUpId }) => {
              const words = `${plural(runs, 'run')} of ${plural(entries, 'entry', 'entries')}`;
              return (
                <li key={`${day} ${rig}`} className="flex gap-3 border-b border-hairline py-1.5">
                  <span className="w-24 shrink-0 whitespace-nowrap text-ink2">{dayWords(day)}</span>
                  <span className="min-w-0 truncate" dir="auto">
                    {rig}
                  </span>
                  <span className="ml-auto shrink-0">
                    {roundUpId ? (
                      <Link href={`/round-ups/${roundUpId}/logbook`} className="hover:underline">
                        {words}
                      </Link>
                    ) : (
                      words
                    )}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </div>
  );
}
