import { DatabaseAway, DatabaseBusy } from '@/database/pool';
import { Refused } from '../refusal';

/** A failure as it passes between processes: what a person is told, else what stands in the log. */
export interface SentFailure {
  kind: 'refused' | 'away' | 'busy' | 'mistake';
  message: string;
  field?: string | undefined;
  unsure?: boolean;
  code?: string | undefined;
  stack?: string | undefined;
}

export type FromWorker =
  { told: { what: string; share: number } } | { done: unknown } | { failed: SentFailure };

export function sentFailure(error: unknown): SentFailure {
  const { message, stack, code } = error as Error & { code?: string };
  if (error instanceof Refused) return { kind: 'refused', message, field: error.field };
  if (error instanceof DatabaseAway) return { kind: 'away', message, unsure: error.unsure };
  if (error instanceof DatabaseBusy) return { kind: 'busy', message };
  return { kind: 'mistake', message, code, stack };
}

export function failureFrom(failure: SentFailure): Error {
  if (failure.kind === 'refused') return new Refused(failure.message, failure.field);
  if (failure.kind === 'away') return new DatabaseAway(failure.message, failure.unsure);
  if (failure.kind === 'busy') return new DatabaseBusy(failure.message);
  return Object.assign(new Error(failure.message), { code: failure.code, stack: failure.stack });
}
