import type { Outcome } from '@/core/outcome';

/** The value of a computation that has to be known. */
export function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.known) throw new Error(`not computable: ${outcome.reason}`);
  return outcome.value;
}

/** The reason of one that must not be known. */
export function reasonOf(outcome: Outcome<unknown>): string {
  if (outcome.known) throw new Error(`computed all the same: ${JSON.stringify(outcome.value)}`);
  return outcome.reason;
}
