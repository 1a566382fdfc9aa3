import { Link } from '@/ui/frame/link';

const WAYS = [
  {
    href: '#bring',
    title: 'I have log files',
    says: 'Drop the files of your sensors and your meter. They are put on one clock, cut into runs, and ranked.',
  },
  {
    href: '#begin',
    title: 'I have a bench',
    says: 'Begin a round-up. The plan and the bench then lead through each mount, and measure by themselves.',
  },
  {
    href: '#begin',
    title: 'I have a notebook',
    says: 'Begin a round-up and type its runs, or paste them from a spreadsheet: temperatures, watts and levels are enough.',
  },
];

/** The first page of an empty lab: three ways into the first evening. */
export function FirstEvening() {
  return (
    <>
      <h2 className="font-display pb-2 text-[26px] font-bold">Your first session</h2>
      <ul className="max-w-[640px]">
        {WAYS.map(({ href, title, says }) => (
          <li key={title} className="border-b border-hairline first:border-t">
            <Link href={href} className="block px-2 py-4 hover:bg-raised">
              <span className="font-display block text-[20px] font-bold">{title}</span>
              <span className="text-ink2">{says}</span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
