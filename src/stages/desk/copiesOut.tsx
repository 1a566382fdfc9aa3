import { MadeLink } from '@/ui/upload/madeLink';

const COPIES = [
  {
    leaving: 'private',
    name: 'Whole copy for this lab',
    has: 'All runs and logs, notes, serial numbers, lenders, photographs, recordings, published versions and links to them.',
  },
  {
    leaving: 'covered',
    name: 'Copy under covers',
    has: 'All runs and logs, notes and recordings. Covered products have no names. No published versions.',
  },
  {
    leaving: 'publishable',
    name: 'Copy for readers',
    has: 'All runs and logs. Covered products have no names. No notes, serial numbers, lenders or published versions.',
  },
] as const;

/** The bundles that a round-up leaves as, each with what it contains. */
export function CopiesOut({ roundUpId }: { roundUpId: number }) {
  return (
    <ul aria-label="Bundles of this round-up" className="space-y-2 text-[14px]">
      {COPIES.map(({ leaving, name, has }) => (
        <li key={leaving}>
          <MadeLink
            className="font-semibold underline underline-offset-2"
            href={`/round-ups/${roundUpId}/export?for=${leaving}`}
            download
          >
            {name}
          </MadeLink>
          <span className="block text-ink2">{has}</span>
        </li>
      ))}
    </ul>
  );
}
