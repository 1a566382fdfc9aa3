import { forgetOldWrites } from '@/database/lab/labWrites';
import { forgetSentRequests } from '@/database/sentRequests';
import { migrate } from '@/database/migrate';
import { withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps/roundUps';
import { isDemoLoading, loadDemo } from './demo';
import { neutralCodes } from '../lineUp/neutralCode';
import { renewDigests } from '../model/renewDigests';
import { renewReductions } from '../model/renewReductions';

/**
 * Migrates, makes numbers of an older rule anew, and gives an empty lab the demo to look at; one that was ended while it loaded goes on:
 * what came in by then is known again. Says what it did.
 */
export async function prepareLab(databaseUrl: string): Promise<string> {
  await migrate(databaseUrl);
  await withDatabase(forgetOldWrites);
  await withDatabase(forgetSentRequests);
  await neutralCodes();
  await renewDigests();
  const renewed = await renewReductions();
  const roundUps = await withDatabase(listRoundUps);
  if (roundUps.length > 0 && !(await isDemoLoading()))
    return `${roundUps.length} round-up${roundUps.length > 1 ? 's' : ''} in the lab${renewed}`;
  return loadDemo();
}
