import { Link } from '@/ui/frame/link';
import { Fan } from '../marks/fan';
import { SearchBox } from './searchBox';
import { ThemeChoice } from './themeChoice';

/** Top of every page: the fan leads back to the round-ups. */
export function Header({
  title,
  under,
  query,
  children,
}: {
  title: string;
  under?: string;
  /** What was searched for, where this is what was found. */
  query?: string | undefined;
  children?: React.ReactNode;
}) {
  return (
    <header className="flex items-center gap-3.5 px-4 pt-3 pb-1 md:px-7">
      <Link href="/" aria-label="All round-ups" className="shrink-0">
        <Fan />
      </Link>
      <h1 className="font-display truncate text-[22px] font-bold" title={title} dir="auto">
        {title}
      </h1>
      {under && <p className="label-text hidden shrink-0 md:block">{under}</p>}
      <div className="ml-auto flex shrink-0 items-center gap-4 text-[14px] text-ink2">
        {children}
        <SearchBox key={query} query={query} />
        <ThemeChoice />
      </div>
    </header>
  );
}
