import { MOST } from '@/core/bounds';

/** One thing wrong in an input: where it stands and what was expected there. */
export interface Problem {
  file: string;
  /** Physical line from 1, heading counted; left out where the whole file is meant. */
  line?: number | undefined;
  column?: string | undefined;
  message: string;
}

/** A cell that is quoted in a message is cut here. */
const MOST_MESSAGE = 300;

/**
 * What is wrong in an input, gathered as it is read. A few hundred are kept, and how many more there are is said: a
 * million broken rows are one mistake, and no page for a person.
 */
export class ProblemList {
  private readonly kept: Problem[] = [];
  private more = 0;

  push(problem: Problem): void {
    if (this.kept.length >= MOST.problems) this.more += 1;
    else this.kept.push({ ...problem, message: problem.message.slice(0, MOST_MESSAGE) });
  }

  get count(): number {
    return this.kept.length + this.more;
  }

  list(): Problem[] {
    if (this.more === 0) return [...this.kept];
    const { file } = this.kept[this.kept.length - 1]!;
    return [
      ...this.kept,
      { file, message: `and ${this.more.toLocaleString('en')} more like these, which are not listed` },
    ];
  }
}

/** The input as a whole cannot be used: nothing is done with any of it. */
export class UnusableInput extends Error {
  constructor(readonly problem: Problem) {
    super(problemText(problem));
    this.name = 'UnusableInput';
  }
}

/** "runs.csv, line 7, noise_db: not a number: "abc"" */
export function problemText({ file, line, column, message }: Problem): string {
  const place = [file, line === undefined ? '' : `line ${line}`, column ?? ''].filter(Boolean).join(', ');
  return `${place}: ${message}`;
}
