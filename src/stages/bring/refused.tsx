import { Link } from '@/ui/frame/link';
import { ProblemList, type ShownProblem } from './problemList';

/** Why a bundle was not taken, fault by fault. */
export function Refused({ problems }: { problems: ShownProblem[] }) {
  return (
    <section data-refused className="max-w-3xl">
      <h2 className="font-display text-[22px] font-bold text-bad">
        ▲ {problems.length === 1 ? 'One thing is' : `${problems.length} things are`} wrong
      </h2>
      <p className="py-2">
        Nothing was imported, and nothing in the lab has changed. Nothing was imported. Fix it, then import
        again.
      </p>
      <ProblemList problems={problems} />
      <Link className="act-button mt-4 inline-block" href="/bring">
        Import it again
      </Link>
    </section>
  );
}
