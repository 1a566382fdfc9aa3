export interface ShownProblem {
  file?: string;
  line?: number | undefined;
  column?: string | undefined;
  message: string;
}

const MOST_SHOWN = 200;

/** What is wrong, each with its place. */
export function ProblemList({ problems }: { problems: ShownProblem[] }) {
  return (
    <>
      <ol className="max-h-[46vh] overflow-y-auto text-[14px]" tabIndex={0} aria-label="What is wrong">
        {problems.slice(0, MOST_SHOWN).map((problem, i) => (
          <li key={i} className="border-b border-hairline py-1.5">
            <span className="text-ink2" dir="auto">
              {[problem.file, problem.line && `line ${problem.line}`, problem.column]
                .filter(Boolean)
                .join(' · ')}
            </span>
            <span className="block break-words" dir="auto">
              {problem.message}
            </span>
          </li>
        ))}
      </ol>
      {problems.length > MOST_SHOWN && (
        <p className="label-text pt-1">and {problems.length - MOST_SHOWN} more</p>
      )}
    </>
  );
}
