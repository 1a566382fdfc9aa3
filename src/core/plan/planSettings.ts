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
}

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
  /** Fan settings of its own where it has not those of the plan: a fixed-speed fan has one. */
  ownSettings?: string[];
}

const DAY_MIN = 24 * 60;

/** Length of a span of the day, min; one that ends at or before it begins passes midnight. */
export function spanMin(fromMin: number, toMin: number): number {
  return toMin > fromMin ? toMin - fromMin : toMin - fromMin + DAY_MIN;
}

/** Quiet minutes within a working day, min. */
export function quietWithinWork(of: PlanSettings): number {
  const workTo = of.workFromMin + spanMin(of.workFromMin, of.workToMin);
  let sum = 0;
  for (const shift of [-DAY_MIN, 0, DAY_MIN]) {
    const from = of.quietFromMin + shift;
    const to = from + spanMin(of.quietFromMin, of.quietToMin);
    sum += Math.max(0, Math.min(workTo, to) - Math.max(of.workFromMin, from));
  }
  return sum;
}

/**
 * First quiet minute at or after one from which `lastsMin` stay quiet.
 * @throws RangeError where no quiet span is so long
 */
export function quietFrom(of: PlanSettings, atMin: number, lastsMin: number): number {
  const lengthMin = spanMin(of.quietFromMin, of.quietToMin);
  if (lengthMin >= DAY_MIN) return atMin;
  const before = Math.floor(atMin / DAY_MIN) - 1;
  for (let day = before; day < before + 4; day += 1) {
    const from = day * DAY_MIN + of.quietFromMin;
    if (Math.max(atMin, from) + lastsMin <= from + lengthMin) return Math.max(atMin, from);
  }
  throw new RangeError(`quietFrom: no quiet span of ${lengthMin} min holds ${lastsMin} min`);
}

/** What no plan can be made from, in words by field. */
export function planProblems(
  of: PlanSettings,
  entries: readonly PlanEntry[],
): { field: string; message: string }[] {
  const problems: { field: string; message: string }[] = [];
  const check = (field: string, wrong: boolean, message: string) => {
    if (wrong) problems.push({ field, message });
  };
  check('passes', !(of.passes >= 1), 'at least one pass: with none, nothing is measured');
  check('mounts', !(of.mounts >= 1), 'at least one mount: with none, nothing is measured');
  check('settings', of.settings.length === 0, 'at least one fan setting');
  check('weekdays', of.weekdays.length === 0, 'at least one working day a week');
  check('controlEvery', !(of.controlEvery >= 1), 'a control at least after every mount');
  check('entries', entries.length === 0, 'the line-up has no entries yet');
  check(
    'control',
    entries.length > 0 && !entries.some((entry) => entry.isControl),
    'no entry of the line-up is the control: name one in Line-up',
  );
  const soakMin = Math.max(
    of.warmUpMin,
    ...entries.map((entry) => soakMinutes(entry, of) + of.warmUpMin + of.readingMin),
  );
  const workMin = spanMin(of.workFromMin, of.workToMin);
  check(
    'workToMin',
    workMin < soakMin + of.mountMin,
    `a working day of ${workMin} min holds no mount with one soak: ${Math.ceil(soakMin + of.mountMin)} min wanted`,
  );
  const quietMin = quietWithinWork(of);
  check(
    'quietFromMin',
    quietMin < of.readingMin,
    'the quiet hours cover no working hour: no level could be read',
  );
  if (problems.length > 0) return problems;
  // The first soak of a fresh day: does its reading find quiet before the day ends?
  const soakedMin = of.workFromMin + of.mountMin + soakMin - of.readingMin;
  const readToMin = quietFrom(of, soakedMin, of.readingMin) + of.readingMin;
  check(
    'quietFromMin',
    readToMin > of.workFromMin + workMin,
    'the quiet hours are over before a first soak of the day is: no level could be read',
  );
  return problems;
}

/** Soak of an entry, min: learnt from its own runs, else by its kind. */
export function soakMinutes(entry: PlanEntry, of: PlanSettings): number {
  return entry.learntSoakMin ?? (entry.kind === 'liquid' ? of.liquidSoakMin : of.airSoakMin);
}
