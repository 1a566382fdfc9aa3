import type { Kind } from './kind';
import { CLOCK } from './kinds/clock';
import { DIE } from './kinds/die';
import { LEVEL, LOUDNESS } from './kinds/heard';
import { BURST, LIMIT_TIME, STEADY_TIME } from './kinds/heatingUp';
import { READING } from './kinds/reading';
import { SCORE } from './kinds/score';
import { SENSOR } from './kinds/sensor';
import type { Source } from './responses';

/** A kind by where its values come from. Apart from the registry: pages carry that to the browser, which measures nothing. */
const KINDS: { [From in Source['from']]: Kind<From> } = {
  die: DIE,
  sensor: SENSOR,
  clock: CLOCK,
  score: SCORE,
  reading: READING,
  level: LEVEL,
  loudness: LOUDNESS,
  'steady-time': STEADY_TIME,
  burst: BURST,
  'limit-time': LIMIT_TIME,
};

/** The kind of any source: that both are of one is known by the table above. */
export const kindOf = ({ from }: Source) => KINDS[from] as Kind<Source['from']>;
