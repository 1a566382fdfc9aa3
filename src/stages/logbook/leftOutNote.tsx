import { plural } from '@/ui/marks/figures';

/** What was planned and left out at the bench, with the reason of each. */
export function LeftOutNote({ leftOut }: { leftOut: readonly string[] }) {
  if (leftOut.length === 0) return null;
  return (
    <details className="pb-2 text-[14px] text-ink2">
      <summary className="cursor-pointer">
        {plural(leftOut.length, 'planned setting was', 'planned settings were')} left out at the bench
      </summary>
      <ul aria-label="Left out at the bench" className="list-disc pl-5">
        {leftOut.map((words) => (
          <li key={words} dir="auto">
            {words}
          </li>
        ))}
      </ul>
    </details>
  );
}
