import { median } from '../statistics/median';
import type { Variance } from '../statistics/variance';
import { carried, scaleOf } from '../uncertainty/carried';
import { entryVariance, type EntryVariance } from '@/core/uncertainty/spreads/entryVariance';
import { mountNumbers, type WeightedSetting } from '@/core/uncertainty/spreads/mountNumbers';
import { passSpread } from '@/core/uncertainty/spreads/passSpread';
import { rigSpread, shownBy, type RigSpread } from '@/core/uncertainty/spreads/rigSpread';
import { scattersMore } from '@/core/uncertainty/spreads/scattersMore';
import { standsOut } from '../uncertainty/standsOut';
import type { Sweep } from '../uncertainty/sweep';
import type { Against } from './curveRule';
import type { SpeedLaw } from './shape/speedLaw';
import { lawSlope } from './shape/lawSlope';
import { isRestated, meet, type Meeting } from './standing';
import { settingWeights, sweepKnots, type SweepKnots } from './shape/sweepKnots';

/** All entries that were measured for a comparison, at one load: what the doubt of each stands on, whoever of them is looked at. */
export interface Field {
  against: Against;
  /** It scatters in proportion to its value: mounts are compared by shares of it. */
  byShare: boolean;
  /** Standard uncertainty of a value where nothing was remounted, in its unit or as a share (FORMATS step 14). */
  assumed: number;
  law: SpeedLaw | null;
  /** What the room’s level scatters by, dB (DOUBT g). */
  roomDb: number;
  sweeps: readonly Sweep[];
  /**
   * Earlier remounts of the rig, of other round-ups (DOUBT e): what a mount’s number scatters by, its passes taken off, in the unit squared or
   * as shares squared.
   */
  history: Variance | null;
}

/** Where the spread of a value was learnt: from its own remounts, drawn to the rig’s; from the rig’s alone; or nowhere. */
export type SpreadSource = 'own' | 'round-up' | 'rig' | 'assumed';

/** What is in doubt of one entry’s value at a line by its mounts and passes, and what it was found by. */
export interface MountDoubt {
  sweep: Sweep;
  /** g: slope of the curve there, in the unit for each of the axis. */
  slope: number;
  /** Where one setting tells no slope: what is not known of it, as the half-width of an even spread. */
  slopeEither: number;
  /** u_m², in the unit squared, and how it is known. */
  spread: EntryVariance;
  /** What of u_m² is made by passes. */
  passes: number;
  mounts: number;
  /** q: variance of its own mounts’ numbers, in the unit squared; null where no two share a setting. */
  ownVariance: number | null;
  source: SpreadSource;
}

export interface FieldAtLine {
  rig: RigSpread | null;
  /** What single passes scatter by, as they are carried there. */
  pass: Variance;
  doubts: ReadonlyMap<string, MountDoubt>;
  /** What remounts of these entries alone show. */
  remounts: Variance;
  /** These entries scatter more than the rig did before: its history is left out. */
  historyLeft: boolean;
  /** Entries whose mounts scatter more than those of the others (DOUBT l). */
  standOut: ReadonlySet<string>;
}

/** Standard uncertainty of a level of a mount, dB, where nothing was repeated nor remounted. */
const ASSUMED_LEVEL_DB = 0.3;

interface Met {
  sweep: Sweep;
  knots: SweepKnots;
  meeting: Meeting;
}

function metBy(field: Field, sweep: Sweep, knots: SweepKnots | null, line: number): Met | null {
  if (knots === null) return null;
  const ats = sweep.settings.map(({ at }) => at);
  const ends = { first: ats[0]!, last: ats.at(-1)! };
  const at = field.law && isRestated(ats, field.against, line) ? ats[0]! : line;
  const meeting = meet(knots.fit, ends, field.against, at);
  return meeting && { sweep, knots, meeting };
}

interface Sloped extends Met {
  slope: number;
  slopeEither: number;
}

/** The settings of a sweep as a value hangs on them: each with what that value moves by (DOUBT a), its readings carried by its slope. */
export function weighed(
  { byShare }: Field,
  sweep: Sweep,
  weights: readonly number[],
  { value, slope }: { value: number; slope: number },
): WeightedSetting[] {
  const scale = scaleOf(byShare, value);
  return sweep.settings.map((setting, i) => ({
    weight: (weights[i]! * scale) / scaleOf(byShare, setting.value),
    cells: carried(setting, slope * scale, byShare),
  }));
}

/** What the mounts of an entry say, by the settings that it is judged by. */
export function mountedBy(sweep: Sweep, settings: readonly WeightedSetting[], pass: Variance) {
  const judged = settings.filter((_, i) => sweep.settings[i]!.block !== null);
  const { numbers, variance, share, passShare, mounts } = mountNumbers(judged);
  return {
    ...{ mounts: Math.max(1, numbers.length), variance, share, of: mounts },
    passes: pass.variance * passShare,
  };
}

/** What is in doubt of a value that hangs on the settings by so much each, by mounts and passes: DOUBT f, in the unit squared. */
export function spreadOf(
  field: Field,
  { rig, pass }: Pick<FieldAtLine, 'rig' | 'pass'>,
  one: ReturnType<typeof mountedBy>,
  { value, slope }: { value: number; slope: number },
): Pick<MountDoubt, 'spread' | 'passes'> {
  const scale = scaleOf(field.byShare, value);
  // A level of which nothing was read twice is in doubt itself.
  const level = pass.freedom === 0 && field.against === 'noise' ? ASSUMED_LEVEL_DB * slope * scale : 0;
  const { variance, own, shared } = entryVariance(one, rig, field.assumed ** 2 + level ** 2);
  const squared = one.share / scale ** 2;
  return {
    spread: { variance: variance * squared, own, shared },
    passes: Math.min(variance, one.passes) * squared,
  };
}

/** The knots of every sweep of a field, made once. */
const prepared = new WeakMap<
  Field,
  { knots: (SweepKnots | null)[]; line: number; found: FieldAtLine | null }
>();

function madeAt(field: Field, allKnots: readonly (SweepKnots | null)[], line: number): FieldAtLine {
  const met = field.sweeps.flatMap((sweep, i) => metBy(field, sweep, allKnots[i]!, line) ?? []);
  const told = met.flatMap(({ meeting: { slope, value, toppedOut } }) =>
    slope !== null && !toppedOut && value > 0 ? [slope / value] : [],
  );
  const borrowed = told.length > 0 ? median(told) : null;
  const all = met.map((one): Sloped & { settings: WeightedSetting[] } => {
    const { slope, value, at } = one.meeting;
    // Of speeds the law is nearer than what others do at their own.
    const borrows = borrowed !== null && field.against === 'noise';
    const law = slope === null ? lawSlope(field, value, at) : { slope, either: 0 };
    const known = slope ?? (borrows ? borrowed * value : law.slope);
    const weights = settingWeights(one.knots, one.meeting, one.sweep.settings.length);
    return {
      sweep: one.sweep,
      knots: one.knots,
      meeting: one.meeting,
      slope: known,
      slopeEither: slope === null && !borrows ? law.either : 0,
      settings: weighed(field, one.sweep, weights, { value, slope: known }),
    };
  });
  const pass = passSpread(all.flatMap(({ settings }) => settings));
  const mounted = all.map(({ sweep, settings }) => mountedBy(sweep, settings, pass));
  const remounts = shownBy(mounted);
  const historyLeft = scattersMore(remounts, field.history);
  const history = historyLeft ? null : field.history;
  const rig = rigSpread(mounted, field.assumed, history);
  const doubts = all.map(({ sweep, meeting: { value }, slope, slopeEither }, i): [string, MountDoubt] => {
    const one = mounted[i]!;
    const source =
      rig === null ? 'assumed' : one.variance !== null ? 'own' : rig.earlier > 0 ? 'rig' : 'round-up';
    return [
      sweep.entry,
      {
        sweep,
        slope,
        slopeEither,
        mounts: one.of,
        ownVariance: one.variance === null ? null : one.variance / scaleOf(field.byShare, value) ** 2,
        source,
        ...spreadOf(field, { rig, pass }, one, { value, slope }),
      },
    ];
  });
  return {
    ...{ rig, pass, doubts: new Map(doubts), remounts, historyLeft },
    standOut: new Set(standsOut(mounted, history).map((i) => all[i]!.sweep.entry)),
  };
}

/**
 * What all entries of a comparison say of one another at a line, and so what is in doubt of each by its mounts and passes (DOUBT a to f, l).
 * The last line asked for is kept: each of sixty entries asks for the same.
 *
 * Example: Three coolers with two mounts each: the spread of a mount by three degrees of freedom, filled up to six by what is assumed.
 */
export function fieldAt(field: Field, line: number): FieldAtLine {
  const before = prepared.get(field);
  if (before && before.found && before.line === line) return before.found;
  const knots = before?.knots ?? field.sweeps.map(sweepKnots);
  const made = madeAt(field, knots, line);
  prepared.set(field, { knots, line, found: made });
  return made;
}
