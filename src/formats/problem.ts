/** One thing wrong in an input: where it stands and what was expected there. */
export interface Problem {
  file: string;
  /** Physical line from 1, heading counted; left out where the whole file is meant. */
  line?: number;
  column?: string;
  message: string;
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
