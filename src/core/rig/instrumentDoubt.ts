import type { Instrument, InstrumentKind, RigBook } from './instrument';

/** What the instruments of a rig leave in doubt, as standard uncertainties (GUM, JCGM 100, 4.3). */
export interface InstrumentDoubt {
  /** Of all levels of the rig together, dB: it moves every curve along alike. */
  sharedLevelDb: number;
  /** Of a rise, by the steps in which the sensors read, K: the same for all runs of an entry, however many. */
  stepK: number;
  /** Of a rise that watts restated, by the power meter's class, as a share; 0 where none is noted. */
  powerShare: number;
  /** Of all rises of the rig together, K: it cancels between them. */
  sharedRiseK: number;
  /** The lowest level that the sound meter reads, dB(A), by its range; null where none is noted. */
  lowestDb: number | null;
  /** What it stands on, a line for each instrument; that of the sound meter first. */
  from: string[];
}

interface Meant {
  /** Limits of error, ±, and smallest step shown, in dB or K. */
  limit: number;
  step: number;
}

/** Stated for an instrument that Rig does not list, or lists without its class. */
const ASSUMED: Record<'sound meter' | 'room probe' | 'die sensor', Meant> = {
  'sound meter': { limit: 1, step: 0.1 },
  'room probe': { limit: 0.3, step: 0.1 },
  'die sensor': { limit: 1, step: 0.1 },
};

/** Classes by name: sound meters of IEC 61672-1, platinum sensors of IEC 60751 near room temperature. */
const CLASSES: readonly { kind: InstrumentKind; pattern: RegExp; meant: Partial<Meant> }[] = [
  { kind: 'sound meter', pattern: /\b(class|klasse|type)\s*1\b/i, meant: { limit: 0.7 } },
  { kind: 'sound meter', pattern: /\b(class|klasse|type)\s*2\b/i, meant: { limit: 1 } },
  { kind: 'room probe', pattern: /\bclass\s*AA\b/i, meant: { limit: 0.14 } },
  { kind: 'room probe', pattern: /\bclass\s*A\b/i, meant: { limit: 0.2 } },
  { kind: 'room probe', pattern: /\bclass\s*B\b/i, meant: { limit: 0.4 } },
];

/** Standard deviation of what is spread evenly between ± 1. */
const EVEN = 1 / Math.sqrt(3);

/** The first number with a unit of the kind in a text such as “± 0,3 K” or “0.1 dB”; null where there is none. */
function amount(text: string): number | null {
  const found =
    /(\d+(?:[.,]\d+)?)\s*(?:dB|K|°C|°|degC)/i.exec(text) ?? /^\s*±?\s*(\d+(?:[.,]\d+)?)\s*$/.exec(text);
  const value = found ? Number(found[1]!.replace(',', '.')) : NaN;
  return value > 0 && value <= 10 ? value : null;
}

function meantBy(kind: keyof typeof ASSUMED, listed: Instrument | undefined): { meant: Meant; from: string } {
  const assumed = ASSUMED[kind];
  const unit = kind === 'sound meter' ? 'dB' : 'K';
  const named =
    listed && CLASSES.find((other) => other.kind === kind && other.pattern.test(listed.grade))?.meant;
  const typed = listed && amount(listed.grade);
  const step = listed && amount(listed.resolution);
  const meant = {
    ...assumed,
    ...named,
    ...(typed ? { limit: typed } : {}),
    ...(step ? { step } : {}),
  };
  const source = named || typed ? `${listed.name}, ${listed.grade}` : `taken as ± ${meant.limit} ${unit}`;
  return { meant, from: `${kind}: ${source}, steps of ${meant.step} ${unit}` };
}

/** A class of a power meter in percent: “± 1 %”, “0.5 %”, “class 0.5” (IEC 60688); 0 where none is noted. */
function powerShare(listed: Instrument | undefined): number {
  const found =
    /(\d+(?:[.,]\d+)?)\s*%/.exec(listed?.grade ?? '') ??
    /class\s*(\d+(?:[.,]\d+)?)/i.exec(listed?.grade ?? '');
  const percent = found ? Number(found[1]!.replace(',', '.')) : 0;
  return percent > 0 && percent <= 20 ? (percent / 100) * EVEN : 0;
}

/** The lower end of a meter's range: “25 to 130 dB(A)”, “30–120 dB”; null where it names none. */
function lowestOf(listed: Instrument | undefined): number | null {
  const range = listed?.range ?? '';
  // A range of frequencies is none of levels.
  if (/hz/i.test(range)) return null;
  const found = /^\D{0,12}?(\d{1,3}(?:[.,]\d+)?)\s*(?:dB(?:\(A\))?)?\s*(?:to|-|–|—|\.\.\.?|…)\s*\d/i.exec(
    range,
  );
  const value = found ? Number(found[1]!.replace(',', '.')) : NaN;
  return value >= 0 && value <= 80 ? value : null;
}

/** For what is no rise: sensors of temperature and watts leave nothing in doubt of it. */
export function withoutSensors(instruments: InstrumentDoubt): InstrumentDoubt {
  const [meter] = instruments.from;
  return { ...instruments, stepK: 0, powerShare: 0, sharedRiseK: 0, from: meter ? [meter] : [] };
}

/** What the instruments leave in doubt of a response: of a rise over the room that of the sensors, too. */
export function instrumentsOf(
  instruments: InstrumentDoubt,
  { overRoom }: { overRoom: boolean },
): InstrumentDoubt {
  return overRoom ? instruments : withoutSensors(instruments);
}

/**
 * What the instruments of a rig leave in doubt, from the class and resolution noted in Rig, else from stated defaults:
 * a sound meter of class 2 in steps of 0.1 dB, a room probe within ± 0.3 K and both temperatures in steps of 0.1 K.
 * Limits ± a count as spread evenly, a/√3, and a step s as s/√12; what repeats scatter by is not assumed here: mounts show it. A class
 * is shared by all that the rig measures, and is kept out of it.
 *
 * @example instrumentDoubt(null).stepK > 0 → true
 */
export function instrumentDoubt(book: RigBook | null): InstrumentDoubt {
  const listed = (kind: InstrumentKind) => book?.instruments.find((instrument) => instrument.kind === kind);
  const meter = meantBy('sound meter', listed('sound meter'));
  const probe = meantBy('room probe', listed('room probe'));
  const die = meantBy('die sensor', listed('die sensor'));
  const lowestDb = lowestOf(listed('sound meter'));
  const stepK = Math.hypot(probe.meant.step, die.meant.step) / Math.sqrt(12);
  return {
    sharedLevelDb: meter.meant.limit * EVEN,
    stepK,
    powerShare: powerShare(listed('power meter')),
    sharedRiseK: Math.hypot(probe.meant.limit, die.meant.limit) * EVEN,
    lowestDb,
    from: [lowestDb === null ? meter.from : `${meter.from}, from ${lowestDb} dB(A) up`, probe.from, die.from],
  };
}
