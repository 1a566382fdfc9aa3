import { DatabaseAway } from '@/database/pool';
import { Refused } from '../refusal';

/** A failure as it passes between processes: what a person is told, else what stands in the log. */
export interface SentFailure {
  kind: 'refused' | 'away' | 'mistake';
  message: string;
  field?: string;
  unsure?: boolean;
  code?: string;
  stack?: string;
}

export type FromWorker =
  { told: { what: string; share: number } } | { done: unknown } | { failed: SentFailure };

export function sentFailure(error: unknown): SentFailure {
  const { message, stack, code } = error as Error & { code?: string };
  if (error instanceof Refused) return { kind: 'refused', message, field: error.field };
  if (error instanceof DatabaseAway) return { kind: 'away', message, unsure: error.unsure };
  return { kind: 'mistake', message, code, stack };
}

export function failureFrom(failure: SentFailure): Error {
  if (failure.kind === 'refused') return new Refused(failure.message, failure.field);
  if (failure.kind === 'away') return new DatabaseAway(failure.message, failure.unsure);
  return Object.assign(new Error(failure.message), { code: failure.code, stack: failure.stack });
}
