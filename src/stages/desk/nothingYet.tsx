import { PageLine } from './pageLine';

/** A page that has nothing to show yet: what is missing, under the line that leads on. */
export function NothingYet({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-2.5 pb-6 md:px-7">
      <PageLine />
      <div className="max-w-2xl pt-4">
        <h2 className="font-display text-[22px] font-bold">{title}</h2>
        <p className="pt-2">{children}</p>
      </div>
    </div>
  );
}
