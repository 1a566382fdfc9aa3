import type { Outcome } from '@/core/outcome';

/** The value of a computation that has to be known. */
export function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.known) throw new Error(`not computable: ${outcome.reason}`);
  return outcome.value;
}
