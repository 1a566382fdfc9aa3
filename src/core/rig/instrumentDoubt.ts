import type { Instrument, InstrumentKind, RigBook } from './instrument';

/** What the instruments of a rig leave in doubt, as standard uncertainties (GUM, JCGM 100, 4.3). */
export interface InstrumentDoubt {
  /** Of one reading of the level, anew with each, dB. */
  levelDb: number;
  /** Of all levels of the rig together, dB: it moves every curve along alike. */
  sharedLevelDb: number;
  /** Of a rise, by how the room probe wanders between mounts, K. */
  riseK: number;
  /** Of a rise, by the steps in which the sensors read, K: the same for all runs of an entry, however many. */
  stepK: number;
  /** Of a rise that watts restated, by the power meter's class, as a share; 0 where none is noted. */
  powerShare: number;
  /** Of all rises of the rig together, K: it cancels between them. */
  sharedRiseK: number;
  /** What it stands on, a line for each instrument; that of the sound meter first. */
  from: string[];
}

interface Meant {
  /** Limits of error, ±, and smallest step shown, in dB or K. */
  limit: number;
  step: number;
  /** Scatter of a reading repeated at once, dB or K. */
  repeat: number;
}

/** Stated for an instrument that Rig does not list, or lists without its class. */
const ASSUMED: Record<'sound meter' | 'room probe' | 'die sensor', Meant> = {
  'sound meter': { limit: 1, step: 0.1, repeat: 0.15 },
  'room probe': { limit: 0.3, step: 0.1, repeat: 0 },
  'die sensor': { limit: 1, step: 0.1, repeat: 0 },
};

/** Classes by name: sound meters of IEC 61672-1, platinum sensors of IEC 60751 near room temperature. */
const CLASSES: readonly { kind: InstrumentKind; pattern: RegExp; meant: Partial<Meant> }[] = [
  { kind: 'sound meter', pattern: /\b(class|klasse|type)\s*1\b/i, meant: { limit: 0.7, repeat: 0.08 } },
  { kind: 'sound meter', pattern: /\b(class|klasse|type)\s*2\b/i, meant: { limit: 1, repeat: 0.15 } },
  { kind: 'room probe', pattern: /\bclass\s*AA\b/i, meant: { limit: 0.14 } },
  { kind: 'room probe', pattern: /\bclass\s*A\b/i, meant: { limit: 0.2 } },
  { kind: 'room probe', pattern: /\bclass\s*B\b/i, meant: { limit: 0.4 } },
];

/** How much of its limits an instrument wanders within a round-up. */
const WANDER = 1 / 3;
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
    ...(typed ? { limit: typed, repeat: assumed.repeat * (typed / assumed.limit) } : {}),
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

/** For what is no rise: sensors of temperature and watts leave nothing in doubt of it. */
export function withoutSensors(instruments: InstrumentDoubt): InstrumentDoubt {
  const [meter] = instruments.from;
  return { ...instruments, riseK: 0, stepK: 0, powerShare: 0, sharedRiseK: 0, from: meter ? [meter] : [] };
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
 * Limits ± a count as spread evenly, a/√3, and a step s as s/√12; a third of the probe's limits comes anew with
 * each mount. The rest of a class is shared by all that the rig measures, and stands apart.
 *
 * @example instrumentDoubt(null).riseK > 0 → true
 */
export function instrumentDoubt(book: RigBook | null): InstrumentDoubt {
  const listed = (kind: InstrumentKind) => book?.instruments.find((instrument) => instrument.kind === kind);
  const meter = meantBy('sound meter', listed('sound meter'));
  const probe = meantBy('room probe', listed('room probe'));
  const die = meantBy('die sensor', listed('die sensor'));
  const stepK = Math.hypot(probe.meant.step, die.meant.step) / Math.sqrt(12);
  return {
    levelDb: Math.hypot(meter.meant.repeat, meter.meant.step / Math.sqrt(12)),
    sharedLevelDb: meter.meant.limit * EVEN,
    riseK: probe.meant.limit * EVEN * WANDER,
    stepK,
    powerShare: powerShare(listed('power meter')),
    sharedRiseK: Math.hypot(probe.meant.limit, die.meant.limit) * EVEN,
    from: [meter.from, probe.from, die.from],
  };
}
