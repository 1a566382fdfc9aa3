import { Link } from '@/ui/frame/link';

interface Props {
  children: React.ReactNode;
  /** The page that it was come from. */
  backTo: string;
  href: string;
}

/** Head of a page beside a stage: what it is, its choices, and the way back. */
export function PageHead({ children, backTo, href }: Props) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      {children}
      <Link className="ml-auto text-[14px] underline underline-offset-3" href={href}>
        Back to {backTo}
      </Link>
    </div>
  );
}
