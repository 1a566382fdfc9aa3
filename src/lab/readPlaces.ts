import { withDatabase } from '@/database/pool';
import { listPlaces } from '@/database/runValues';
import { onceFor } from './keptWhileUnwritten';
import type { RoundUpView } from './roundUpView';

/** Where a round-up's runs were read by hand, the most read first. */
export const readPlaces = onceFor(async ({ roundUp }: RoundUpView) =>
  withDatabase((db) => listPlaces(db, roundUp.id)),
);
