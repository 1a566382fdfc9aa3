import { dayWords } from '@/core/timeWords';
import { figure } from '@/ui/marks/figures';
import type { Sitting } from '@/lab/sound/soundPage';

/** What earlier sittings came to: each order, and how often it went with the figures. */
export function Sittings({ sittings }: { sittings: readonly Sitting[] }) {
  return (
    <section aria-label="Listening results">
      <h2 className="font-display text-[16px] font-bold">Listening results</h2>
      {sittings.length === 0 ? (
        <p className="pt-1.5 text-[14.5px]">
          No sittings yet. After one, this shows how often the ear agreed with sone, level and tones.
        </p>
      ) : (
        <ol className="space-y-4 pt-1.5">
          {sittings.map((sitting) => (
            <li key={sitting.id} className="text-[14.5px]">
              <p className="text-ink2">
                {sitting.who}, {dayWords(sitting.heardAt.slice(0, 10))}
                {sitting.wasBlind ? ', not knowing which was which' : ', knowing which was which'}
              </p>
              <p dir="auto">
                {sitting.clips
                  .map(
                    ({ product, sone }) => `${product}${sone === null ? '' : ` (${figure(sone, 1)} sone)`}`,
                  )
                  .join(' › ')}
              </p>
              <ul className="list-disc pl-5">
                {sitting.agreements.map(({ with: name, says }) => (
                  <li key={name}>
                    with {name}: {says}
                  </li>
                ))}
              </ul>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
