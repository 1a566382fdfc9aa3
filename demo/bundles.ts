import { airClips } from './generators/airClips';
import { airRoundUp } from './generators/airRoundUp';
import { caseRoundUp } from './generators/caseRoundUp';
import { cellarRoundUp } from './generators/cellarRoundUp';
import { demoBundle } from './generators/demoBundle';
import { asBytes } from './generators/demoFiles';
import { fanRoundUp } from './generators/fanRoundUp';
import { gridRoundUp } from './generators/gridRoundUp';
import { monthsRoundUp } from './generators/monthsRoundUp';

const SEED = 7;

/** The bundles of `demo/bundles` by their names, as they are made: the same seed gives the same bytes. */
export const MADE: Record<string, () => Map<string, Uint8Array>> = {
  towers: () => asBytes(demoBundle(SEED)),
  fans: () => asBytes(fanRoundUp(SEED)),
  air: () => new Map([...asBytes(airRoundUp(SEED)), ...airClips(SEED)]),
  cases: () => asBytes(caseRoundUp(SEED)),
  grid: () => asBytes(gridRoundUp(SEED)),
  attic: () => asBytes(monthsRoundUp(SEED)),
  cellar: () => asBytes(cellarRoundUp(SEED)),
};
