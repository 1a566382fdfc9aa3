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

export function failureFrom(of: SentFailure): Error {
  if (of.kind === 'refused') return new Refused(of.message, of.field);
  if (of.kind === 'away') return new DatabaseAway(of.message, of.unsure);
  return Object.assign(new Error(of.message), { code: of.code, stack: of.stack });
}
