import { repeatsOf, type OwnRepeats as Own, type PlanSettings } from '@/core/plan/planSettings';
import { TextButton } from '@/ui/frame/button';
import { plural } from '@/ui/marks/figures';

interface Props {
  settings: PlanSettings;
  names: ReadonlyMap<string, { name: string }>;
  onOwn: (own: Own[]) => void;
}

/** Entries that are measured more often than the others, to separate them; each can be left at what holds for all. */
export function OwnRepeats({ settings, names, onOwn }: Props) {
  const own = settings.own ?? [];
  if (own.length === 0) return null;
  return (
    <section aria-label="Measured more often" className="text-[14px]">
      <h3 className="font-display pb-1 text-[16px] font-bold">Measured more often</h3>
      <ul className="space-y-1">
        {own.map(({ entry }) => {
          const { mounts, passes } = repeatsOf(settings, entry);
          const name = names.get(entry)?.name ?? entry;
          return (
            <li key={entry} className="flex justify-between gap-3">
              <span dir="auto">
                {name}: {plural(mounts, 'mount')} of {plural(passes, 'pass', 'passes')}
              </span>
              <TextButton
                aria-label={`Measure ${name} as often as all others`}
                onClick={() => onOwn(own.filter((other) => other.entry !== entry))}
              >
                Remove
              </TextButton>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
