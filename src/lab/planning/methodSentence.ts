import { isWithoutHeat, type Brief } from '@/core/brief/brief';
import { departures, methodDone } from '@/core/brief/methodDone';
import { OWN_CASE } from '@/core/cases/labCase';
import { questionOf } from '@/core/brief/questions';
import { choiceOf } from '@/core/brief/schools';
import { AXES } from '@/core/curves/axis';
import { figureSentence } from '@/core/responses/figureSentence';
import { instrumentsOf, type InstrumentDoubt } from '@/core/rig/instrumentDoubt';
import type { LeftOutPoint } from '@/core/plan/leftOut';
import { loadKey } from '@/core/runs/load';
import type { LabRun } from '@/core/runs/labRun';
import { plural, span } from '@/core/words';
import type { RoundUp } from '@/database/roundUps/roundUps';
import type { ResponseView } from '../model/responseView';

interface Measured {
  roundUp: RoundUp;
  entries: readonly { entry: string; product: string; isControl: boolean }[];
  leftOut: readonly LeftOutPoint[];
  instruments: InstrumentDoubt;
  /** A brief was written: what it planned can be departed from. */
  isWritten: boolean;
}

/** What the sentences are about: the runs at one load, what is ranked of them, and where. */
interface Ranked {
  runs: readonly LabRun[];
  load: string;
  label: string;
  program: boolean;
  shown: Pick<ResponseView, 'response' | 'against' | 'place'>;
  lineAt: number;
}

/** Half-width of what is taken as evenly spread with this standard uncertainty. */
const halfWidth = (uncertainty: number) => (uncertainty * Math.sqrt(3)).toFixed(1);

function comparedAt({ rig }: RoundUp, { shown: { against }, lineAt }: Ranked): string {
  if (against === 'noise')
    return `compared at equal noise: ${lineAt.toFixed(1)} dB(A) at ${rig.meterDistanceCm} cm, with the room's own noise taken off by energy`;
  const { decimals, unit, name } = AXES[against];
  return `compared at equal ${name} of their first fans: ${lineAt.toFixed(decimals)} ${unit}, with their levels beside it`;
}

function whatWasCompared({ roundUp }: Measured, brief: Brief, ranked: Ranked): string {
  const { rig } = roundUp;
  const bench =
    rig.enclosure === 'open'
      ? 'an open bench'
      : rig.enclosure === OWN_CASE
        ? `one set of parts, ${OWN_CASE}`
        : `a bench in “${rig.enclosure}”`;
  const { many, label } = questionOf(brief.question);
  const fans = `${label}; fans ${choiceOf('fans', brief.schools.fans.choice).label}`;
  const what = brief.question === 'coolers' ? fans : label;
  const where = `${bench} (${rig.name}, revision ${rig.revision})`;
  const heat = isWithoutHeat(brief) ? '' : ` at ${ranked.label}`;
  return `${what}: ${many}${heat} on ${where}, ${comparedAt(roundUp, ranked)}.`;
}

function whatWasDone(
  { entries, isWritten, leftOut }: Measured,
  brief: Brief,
  { runs, load }: Ranked,
): string[] {
  const done = methodDone(
    { loads: [] },
    runs,
    entries,
    leftOut.filter((point) => loadKey(point) === load),
  );
  if (!done) return [];
  const counting = runs.filter((run) => run.setAside === '');
  const mounts = new Set(counting.map((run) => `${run.entry}|${run.mount}`)).size;
  const measured = `${plural(done.runs, 'run')} over ${plural(mounts, 'mount')} of ${plural(done.measured, 'entry', 'entries')}`;
  const room = `${done.roomC ? `${span(done.roomC, 1)} °C and ` : ''}${span(done.floorDba, 1)} dB(A)`;
  const departed = departures(brief, done, isWritten);
  return [
    `${measured}. Room: ${room}.`,
    ...(departed.length > 0
      ? [`${isWritten ? 'Changes from the plan' : 'To know'}: ${departed.join('; ')}.`]
      : []),
  ];
}

function howSure({ instruments, roundUp }: Measured, { shown: { response } }: Ranked): string[] {
  const meter = `the meter's ± ${halfWidth(instruments.sharedLevelDb)} dB`;
  const sensors = `the sensors' ± ${halfWidth(instruments.sharedRiseK)} K`;
  const isRise = response.throttles;
  const shared = response.overRoom ? `${meter} and ${sensors}, moves` : `${meter}, moves`;
  const left = `what mounting again changes, each entry’s own drawn towards what all mounts on the rig showed, and from what repeats do not show: the curve between settings, the room’s noise and the instruments (${instrumentsOf(instruments, response).from.join('; ')})`;
  const { limitC } = roundUp.rig;
  const restated = `Temperatures are converted to a room of ${roundUp.referenceAmbientC} °C and a limit of ${limitC} °C. `;
  return [
    `± is the 95 % interval, from ${left}; what all share, ${shared} all alike and is not in it.`,
    'Each entry is one sample of its product: another may differ from it by more than ±.',
    `Entries that tie share a range of places (Tukey–Kramer, 95 %). ${isRise ? restated : ''}Levels from another room, distance or a maker's box cannot be set beside these.`,
  ];
}

/** The method in sentences, made from what was really measured at one load, in the words of the question. */
export function methodSentences(measured: Measured, brief: Brief, ranked: Ranked): string[] {
  const { response, place } = ranked.shown;
  const { windowS } = measured.roundUp;
  return [
    whatWasCompared(measured, brief, ranked),
    figureSentence(response, { windowS, program: ranked.program, place }),
    ...whatWasDone(measured, brief, ranked),
    ...howSure(measured, ranked),
  ];
}
