import { differenceInCalendarDays } from 'date-fns';
import { agoWords } from '../lineUp/measuredWords';
import type { LabRun } from './labRun';

/** The newest and the oldest are told apart from this many days on. */
const SPAN_DAYS = 2;

type Dated = Pick<LabRun, 'isOlder' | 'startedAt' | 'product' | 'setAside'>;

/**
 * Which runs of a round-up were made before it began, in a sentence; empty where none was.
 *
 * olderRunsSentence of 24 runs of a cited entry: “24 of 40 runs are older than this round-up, of Galerna: the
 * oldest was made 14 months before it began.”
 */
export function olderRunsSentence(runs: readonly Dated[], beganAt: Date): string {
  const counting = runs.filter((run) => run.setAside === '');
  const older = counting.filter((run) => run.isOlder);
  if (older.length === 0) return '';
  const names = [...new Set(older.map((run) => run.product))];
  const shown = names.length > 3 ? `${names.length} entries` : names.join(', ');
  const oldest = older.map((run) => new Date(run.startedAt)).sort((a, b) => a.getTime() - b.getTime())[0]!;
  const days = differenceInCalendarDays(beganAt, oldest);
  const age =
    days < SPAN_DAYS ? 'just before it began' : agoWords(oldest, beganAt).replace('ago', 'before it began');
  const are = older.length === 1 ? 'run is' : 'runs are';
  return `${older.length} of ${counting.length} ${are} older than this round-up, of ${shown}: the oldest was made ${age}.`;
}
