import type { QueryResultRow } from 'pg';

/** What query modules need of a connection; they open none themselves. */
export interface Queryable {
  query<R extends QueryResultRow>(
    text: string,
    values?: unknown[],
  ): Promise<{ rows: R[]; rowCount: number | null }>;
}
