import { clearMark, hasMark, setMark } from '@/database/labMarks';
import { forgetOldWrites } from '@/database/labWrites';
import { forgetSentRequests } from '@/database/sentRequests';
import { migrate } from '@/database/migrate';
import { withDatabase } from '@/database/pool';
import { listRoundUps } from '@/database/roundUps';
import { demoBundle } from '@/simulator/demoBundle';
import { airClips } from '@/simulator/airClips';
import { airRoundUp } from '@/simulator/airRoundUp';
import { caseRoundUp } from '@/simulator/caseRoundUp';
import { asBytes } from '@/simulator/demoFiles';
import { gridRoundUp } from '@/simulator/gridRoundUp';
import { fanRoundUp } from '@/simulator/fanRoundUp';
import { monthsRoundUp } from '@/simulator/monthsRoundUp';
import { importCellar } from './cellarDemo';
import { importBundle } from '../bring/importBundle';
import { publishDemo } from './publishDemo';
import { neutralCodes } from '../lineUp/neutralCode';
import { renewDigests } from '../model/renewDigests';
import { renewReductions } from '../model/renewReductions';

const DEMO_SEED = 7;
const LOADING = 'demo loading';

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
  if (roundUps.length > 0 && !(await withDatabase((db) => hasMark(db, LOADING))))
    return `${roundUps.length} round-up${roundUps.length > 1 ? 's' : ''} in the lab${renewed}`;
  await withDatabase((db) => setMark(db, LOADING));
  const told: string[] = [];
  let last = 0;
  const towers = asBytes(demoBundle(DEMO_SEED));
  for (const demo of [
    towers,
    asBytes(fanRoundUp(DEMO_SEED)),
    new Map([...asBytes(airRoundUp(DEMO_SEED)), ...airClips(DEMO_SEED)]),
    asBytes(caseRoundUp(DEMO_SEED)),
    asBytes(gridRoundUp(DEMO_SEED)),
    asBytes(monthsRoundUp(DEMO_SEED)),
  ]) {
    const result = await importBundle(demo);
    if (!result.imported) throw new Error(`the demo does not import: ${JSON.stringify(result.problems[0])}`);
    if (demo === towers) await publishDemo(result.roundUpId);
    told.push(`${result.title}, ${result.runs} runs`);
    last = result.roundUpId;
  }
  const cellar = await importCellar(DEMO_SEED, last);
  if (!cellar.imported) throw new Error(`the demo does not import: ${JSON.stringify(cellar.problems[0])}`);
  told.push(`${cellar.title}, ${cellar.runs} runs`);
  await withDatabase((db) => clearMark(db, LOADING));
  return `demo loaded: ${told.join('; ')}`;
}
