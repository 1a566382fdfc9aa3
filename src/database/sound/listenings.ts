import type { Queryable } from '../pool';

export interface Listening {
  id: number;
  heardAt: Date;
  who: string;
  wasBlind: boolean;
  /** Ids of recordings, the most pleasant first. */
  clips: number[];
}

/** The sittings of a round-up, the newest first. */
export async function listListenings(db: Queryable, roundUpId: number): Promise<Listening[]> {
  const { rows } = await db.query<Listening & Record<string, unknown>>(
    `SELECT id, heard_at AS "heardAt", who, was_blind AS "wasBlind", clips FROM listenings
     WHERE round_up_id = $1 ORDER BY id DESC`,
    [roundUpId],
  );
  return rows;
}

export async function insertListening(
  db: Queryable,
  made: { roundUpId: number; who: string; wasBlind: boolean; clips: readonly number[] },
): Promise<number> {
  const { rows } = await db.query<{ id: number }>(
    `INSERT INTO listenings (round_up_id, who, was_blind, clips) VALUES ($1, $2, $3, $4) RETURNING id`,
    [made.roundUpId, made.who, made.wasBlind, made.clips],
  );
  return rows[0]!.id;
}
