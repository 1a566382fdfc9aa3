import { TYPED_MEANS } from '@/core/responses/typedMeans';
import { typedNumber } from '@/ui/typedNumber';
import type { UseFormRegister } from 'react-hook-form';

/** What else a run can stand on, or did: typed where somebody read it. */
export const MORE = [
  ...TYPED_MEANS.map(({ heading, label }) => ({ name: heading, label, text: false })),
  { name: 'score', label: 'Score', text: false },
  { name: 'scoreUnit', label: 'Score’s unit', text: true },
];

/** None of them. */
export const NO_MORE = Object.fromEntries(MORE.map(({ name }) => [name, ''])) as Record<string, string>;

/** The means and the score that were typed, as they are sent. */
export function sentMore(more: Record<string, string>, better: string) {
  const means = TYPED_MEANS.flatMap(({ heading }) => {
    const value = typedNumber(more[heading] ?? '');
    return value === null ? [] : [[heading, value] as const];
  });
  const value = typedNumber(more.score ?? '');
  const score = value === null ? null : { value, unit: (more.scoreUnit ?? '').trim(), better };
  return { more: Object.fromEntries(means), score };
}

const BOX = 'w-full rounded border border-hairline bg-raised px-2';

/** Fields for what else was read of a run. */
export function MoreReadings({
  register,
}: {
  register: (name: `more.${string}` | 'scoreBetter') => ReturnType<UseFormRegister<Record<string, string>>>;
}) {
  return (
    <div className="flex flex-wrap items-end gap-1.5 pt-2" role="group" aria-label="More readings">
      {MORE.map(({ name, label, text }) => (
        <label key={name} className="block w-28">
          <span className="label-text whitespace-nowrap">{label}</span>
          <input
            {...register(`more.${name}`)}
            className={`${BOX} py-1 ${text ? '' : 'text-right'}`}
            inputMode={text ? 'text' : 'decimal'}
          />
        </label>
      ))}
      <label className="block w-28">
        <span className="label-text">Better is</span>
        <select {...register('scoreBetter')} className={`${BOX} py-[5px]`}>
          <option value="higher">higher</option>
          <option value="lower">lower</option>
        </select>
      </label>
      <p className="label-text basis-full">
        A fan that does not turn: 0 rpm with its duty. A run without the die sensor counts by its other
        readings.
      </p>
    </div>
  );
}
