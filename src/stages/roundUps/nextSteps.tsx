import { Link } from '@/ui/frame/link';
import type { RoundUpItem } from './roundUpList';

const MOST_STEPS = 4;

/** What to do next, the most urgent first; and the press that begins a round-up. */
export function NextSteps({ items }: { items: readonly RoundUpItem[] }) {
  const waiting = items
    .flatMap((item) => (item.next && item.next.urgency < 9 ? [{ item, next: item.next }] : []))
    .sort((a, b) => a.next.urgency - b.next.urgency)
    .slice(0, MOST_STEPS);
  return (
    <section aria-label="What to do next" className="pb-5">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pb-1">
        <h2 className="font-display text-[22px] font-bold">
          {waiting.length === 0 ? 'Nothing waits.' : 'What to do next'}
        </h2>
        <a href="#begin" className="act-button ml-auto">
          Begin a round-up
        </a>
      </div>
      <ul>
        {waiting.map(({ item, next }) => (
          <li key={item.id} className="border-b border-hairline">
            <p className="flex flex-wrap items-baseline gap-x-3 px-2 py-1.5">
              <Link
                href={`/round-ups/${item.id}/${next.path}`}
                className="font-bold underline underline-offset-3 first-letter:uppercase"
              >
                {next.words}
              </Link>
              <span className="min-w-0 basis-full truncate text-ink2 sm:basis-auto" dir="auto">
                {item.title}
              </span>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
