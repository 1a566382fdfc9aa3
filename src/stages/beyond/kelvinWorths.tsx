import { figure } from '@/ui/marks/figures';
import type { BeyondData } from '@/lab/orders/beyond/beyondPage';

/** What a kelvin less brings in clock or score, or that it brings nothing that can be told. */
export function KelvinWorths({ worths }: Pick<BeyondData, 'worths'>) {
  if (worths.length === 0) return null;
  return (
    <section aria-label="What a kelvin is worth" className="max-w-240 text-[14.5px]">
      <h2 className="font-display text-[16px] font-bold">What a kelvin is worth</h2>
      <ul className="list-disc space-y-0.5 pl-5">
        {worths.map(({ name, unit, worth }) => (
          <li key={name}>
            <b>{name}.</b>{' '}
            {!worth.known
              ? `Not available: ${worth.reason}.`
              : worth.value.isWorth && worth.value.perK > 0
                ? `Each kelvin cooler goes with ${figure(worth.value.perK, 2)} ± ${figure(worth.value.interval95, 2)} ${unit} more, over ${worth.value.points} settings.`
                : worth.value.isWorth
                  ? `What is cooler is lower here, by ${figure(-worth.value.perK, 2)} ± ${figure(worth.value.interval95, 2)} ${unit} per kelvin: something else moves both.`
                  : `No effect seen in ${worth.value.points} settings: ${figure(worth.value.perK, 2)} ± ${figure(worth.value.interval95, 2)} ${unit} per kelvin.`}
          </li>
        ))}
      </ul>
    </section>
  );
}
