import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { readPushToken, writePushToken } from '@/database/bench/benchStatus';
import { inTransaction, withDatabase } from '@/database/pool';

const digest = (text: string) => createHash('sha256').update(text).digest();

/** Whether a token is the lab's; equally slow for every wrong one. */
export async function isPushToken(token: string): Promise<boolean> {
  return timingSafeEqual(digest(token), digest(await withDatabase(readPushToken)));
}

/** The lab's token for readings of programs; with `renew` another, and the old one opens nothing any more. */
export async function pushToken(renew: boolean): Promise<string> {
  if (!renew) return withDatabase(readPushToken);
  // Made within the transaction: a repeated request gets the token that was stored.
  return inTransaction(async (db) => {
    const token = randomBytes(24).toString('base64url');
    await writePushToken(db, token);
    return token;
  });
}
