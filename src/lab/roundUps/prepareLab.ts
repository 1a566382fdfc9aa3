import { plural } from '@/core/words';
import { hasMark, setMark } from '@/database/lab/labMarks';
import { forgetOldWrites } from '@/database/lab/labWrites';
import { forgetSentRequests } from '@/database/sentRequests';
import { migrate } from '@/database/migrate';
import { withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps/roundUps';
import { demoHere, isDemoLoading, knowOlderDemo, loadDemo } from './demo';
import { neutralCodes } from '../lineUp/neutralCode';
import { renewDigests } from '../model/renewDigests';
import { renewReductions } from '../model/renewReductions';

/** This lab was begun without the demo. */
const WITHOUT_DEMO = 'without demo';

/**
 * Migrates, makes numbers of an older rule anew, and gives an empty lab the demo to look at; one that was ended while it loaded goes on:
 * what came in by then is known again. `isEmpty` leaves the demo out, now and at later starts. Says what it did.
 */
export async function prepareLab(databaseUrl: string, isEmpty = false): Promise<string> {
  await migrate(databaseUrl);
  await withDatabase(forgetOldWrites);
  await withDatabase(forgetSentRequests);
  await neutralCodes();
  await renewDigests();
  const renewed = await renewReductions();
  const roundUps = await withDatabase(listRoundUps);
  await knowOlderDemo(roundUps.length === 0);
  if (isEmpty) await withDatabase((db) => setMark(db, WITHOUT_DEMO));
  const isLeftOut = await withDatabase((db) => hasMark(db, WITHOUT_DEMO));
  const { state } = await demoHere();
  if ((roundUps.length > 0 || isLeftOut || state !== 'none') && !(await isDemoLoading())) {
    const here = `${plural(roundUps.length, 'round-up')} in the lab${renewed}`;
    return isEmpty && state === 'here' ? `${here}; the demo is in it: put it away on the first page` : here;
  }
  return loadDemo();
}
