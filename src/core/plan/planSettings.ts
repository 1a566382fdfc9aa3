/** What a plan is made from. Clock times are minutes of the day; one past the other means the next day. */
export interface PlanSettings {
  /** The same seed gives the same sheet. */
  seed: number;
  /** First day, as 2026-12-01. */
  startOn: string;
  /** Working days, 0 Sunday to 6 Saturday. */
  weekdays: number[];
  workFromMin: number;
  workToMin: number;
  /** When the meter may be read. */
  quietFromMin: number;
  quietToMin: number;
  mountMin: number;
  warmUpMin: number;
  readingMin: number;
  coolDownMin: number;
  airSoakMin: number;
  liquidSoakMin: number;
  /** Labels of the fan settings, fastest first. */
  settings: string[];
  passes: number;
  mounts: number;
  /** A control re-test after every so many mounts. */
  controlEvery: number;
  /** Entries that are measured more often than the others, to separate them. */
  own?: OwnRepeats[] | undefined;
}

/** So many mounts, of so many passes each. */
export interface Repeats {
  mounts: number;
  passes: number;
}

export interface OwnRepeats extends Repeats {
  entry: string;
}

/**
 * How often an entry is measured: as the plan says for all, or more often.
 *
 * @example repeatsOf({ mounts: 2, passes: 1, own: [{ entry: 'a', mounts: 5, passes: 1 }] }, 'a') → { mounts: 5, passes: 1 }
 */
export function repeatsOf(
  { mounts, passes, own }: Pick<PlanSettings, 'mounts' | 'passes' | 'own'>,
  entry: string,
): Repeats {
  const more = own?.find((each) => each.entry === entry);
  return { mounts: Math.max(mounts, more?.mounts ?? 0), passes: Math.max(passes, more?.passes ?? 0) };
}

/**
 * @example defaultPlanSettings('2026-11-25').startOn → '2026-11-25'
 */
export function defaultPlanSettings(startOn: string): PlanSettings {
  return {
    seed: 1,
    startOn,
    weekdays: [1, 2, 3, 4, 5],
    workFromMin: 14 * 60,
    workToMin: 23 * 60,
    quietFromMin: 17 * 60,
    quietToMin: 23 * 60,
    mountMin: 25,
    warmUpMin: 10,
    readingMin: 3,
    coolDownMin: 10,
    airSoakMin: 22,
    liquidSoakMin: 45,
    settings: ['100 %', '89 %', '78 %', '67 %', '56 %', '45 %'],
    passes: 1,
    mounts: 2,
    controlEvery: 4,
  };
}

export interface PlanEntry {
  entry: string;
  kind: string;
  isControl: boolean;
  /** Soak that its own earlier runs ask for, min; null before the first. */
  learntSoakMin: number | null;
  /** Places that are read at each setting after the meter. */
  places?: number;
  /** Nothing is heated: neither warm-up nor soak nor cool-down. */
  isCold?: boolean;
  /** Fan settings of its own where it has not those of the plan: a fixed-speed fan has one. */
  ownSettings?: string[];
}

const DAY_MIN = 24 * 60;

/**
 * Length of a span of the day, min; one that ends at or before it begins passes midnight.
 *
 * @example spanMin(1320, 120) → 240
 */
export function spanMin(fromMin: number, toMin: number): number {
  return toMin > fromMin ? toMin - fromMin : toMin - fromMin + DAY_MIN;
}

/**
 * Quiet minutes within a working day, min.
 *
 * Example: Work from 9:00 to 22:00 with quiet from 20:00 to 8:00: 120 minutes.
 */
export function quietWithinWork(settings: PlanSettings): number {
  const workTo = settings.workFromMin + spanMin(settings.workFromMin, settings.workToMin);
  let sum = 0;
  for (const shift of [-DAY_MIN, 0, DAY_MIN]) {
    const from = settings.quietFromMin + shift;
    const to = from + spanMin(settings.quietFromMin, settings.quietToMin);
    sum += Math.max(0, Math.min(workTo, to) - Math.max(settings.workFromMin, from));
  }
  return sum;
}

/**
 * First quiet minute at or after one from which `lastsMin` stay quiet.
 *
 * Example: Quiet from 20:00: a reading wanted at 19:30 begins at 20:00.
 *
 * @throws RangeError where no quiet span is so long
 */
export function quietFrom(settings: PlanSettings, atMin: number, lastsMin: number): number {
  const lengthMin = spanMin(settings.quietFromMin, settings.quietToMin);
  if (lengthMin >= DAY_MIN) return atMin;
  const before = Math.floor(atMin / DAY_MIN) - 1;
  for (let day = before; day < before + 4; day += 1) {
    const from = day * DAY_MIN + settings.quietFromMin;
    if (Math.max(atMin, from) + lastsMin <= from + lengthMin) return Math.max(atMin, from);
  }
  throw new RangeError(`quietFrom: no quiet span of ${lengthMin} min holds ${lastsMin} min`);
}

/**
 * What no plan can be made from, in words by field.
 *
 * Example: An evening that ends at the minute it begins: ‘no working time’, said of that field.
 */
export function planProblems(
  settings: PlanSettings,
  entries: readonly PlanEntry[],
): { field: string; message: string }[] {
  const problems: { field: string; message: string }[] = [];
  const check = (field: string, wrong: boolean, message: string) => {
    if (wrong) problems.push({ field, message });
  };
  check('passes', !(settings.passes >= 1), 'at least one pass: with none, nothing is measured');
  check('mounts', !(settings.mounts >= 1), 'at least one mount: with none, nothing is measured');
  check('settings', settings.settings.length === 0, 'at least one fan setting');
  check('weekdays', settings.weekdays.length === 0, 'at least one working day a week');
  check('controlEvery', !(settings.controlEvery >= 1), 'a control at least after every mount');
  check('entries', entries.length === 0, 'the line-up has no entries yet');
  check(
    'control',
    entries.length > 0 && !entries.some((entry) => entry.isControl),
    'no entry of the line-up is the control: name one in Line-up',
  );
  const soakMin = Math.max(
    0,
    ...entries.map(
      (entry) =>
        soakMinutes(entry, settings) + warmUpMinutes(entry, settings) + readingMinutes(entry, settings),
    ),
  );
  const readingMin = Math.max(
    settings.readingMin,
    ...entries.map((entry) => readingMinutes(entry, settings)),
  );
  const workMin = spanMin(settings.workFromMin, settings.workToMin);
  check(
    'workToMin',
    workMin < soakMin + settings.mountMin,
    `a working day of ${workMin} min is too short for a mount with one soak: ${Math.ceil(soakMin + settings.mountMin)} min needed`,
  );
  const quietMin = quietWithinWork(settings);
  check(
    'quietFromMin',
    quietMin < readingMin,
    'the quiet hours cover no working hour: no level could be read',
  );
  if (problems.length > 0) return problems;
  // The first soak of a fresh day: does its reading find quiet before the day ends?
  const soakedMin = settings.workFromMin + settings.mountMin + soakMin - readingMin;
  const readToMin = quietFrom(settings, soakedMin, readingMin) + readingMin;
  check(
    'quietFromMin',
    readToMin > settings.workFromMin + workMin,
    'the quiet hours are over before a first soak of the day is: no level could be read',
  );
  return problems;
}

/** Fans come to their speed within that time, min; and so long a probe is carried to its place and read. */
const SPIN_UP_MIN = 0.5;
const PLACE_MIN = 1;

/**
 * Soak of an entry, min: learnt from its own runs, else by its kind; without heat only until its fans turn steadily.
 *
 * @example soakMinutes({ kind: 'liquid', learntSoakMin: null }, { liquidSoakMin: 30, airSoakMin: 15 }) → 30
 */
export function soakMinutes(entry: PlanEntry, settings: PlanSettings): number {
  if (entry.isCold) return SPIN_UP_MIN;
  return entry.learntSoakMin ?? (entry.kind === 'liquid' ? settings.liquidSoakMin : settings.airSoakMin);
}

/**
 * Warm-up before its first setting, min.
 *
 * @example warmUpMinutes({ isCold: true }, { warmUpMin: 10 }) → 0
 */
export function warmUpMinutes({ isCold }: Pick<PlanEntry, 'isCold'>, { warmUpMin }: PlanSettings): number {
  return isCold ? 0 : warmUpMin;
}

/**
 * Cool-down after its last, min.
 *
 * @example coolDownMinutes({ isCold: true }, { coolDownMin: 10 }) → 0
 */
export function coolDownMinutes(
  { isCold }: Pick<PlanEntry, 'isCold'>,
  { coolDownMin }: PlanSettings,
): number {
  return isCold ? 0 : coolDownMin;
}

/**
 * The meter, then each place, min.
 *
 * @example readingMinutes({ places: 3 }, { readingMin: 3 }) → 6
 */
export function readingMinutes({ places }: Pick<PlanEntry, 'places'>, { readingMin }: PlanSettings): number {
  return readingMin + PLACE_MIN * (places ?? 0);
}
