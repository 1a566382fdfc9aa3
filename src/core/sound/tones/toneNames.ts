/** What turned while it was recorded, as far as it is known. */
export interface Sources {
  /** Fans by their blades; each at its own speed. */
  fans: readonly { blades: number | null; rpm: number }[];
  pumpRpm: number | null;
  /** Frequency of the mains, Hz. */
  mainsHz: number;
}

export type ToneSource = 'blade-pass' | 'motor' | 'pump' | 'mains' | 'unknown';

export interface NamedTone {
  source: ToneSource;
  /** Which multiple of its frequency: 1 for blade pass itself. */
  multiple: number;
  /** “blade pass of 7 blades at 3,530 rpm”; empty where nothing known explains it. */
  says: string;
}

/** A speed is read to about a hundredth, a line to a hertz. */
const WITHIN_SHARE = 0.012;
const WITHIN_HZ = 1;
const HARMONICS = 6;
/** Poles of a fan's motor switch four times a turn or its multiples. */
const MOTOR_MULTIPLES = [2, 4, 8, 12, 16, 24];
const PUMP_MULTIPLES = [1, 2, 3, 4, 5, 6, 7, 8, 12];

const ordinal = (n: number) => (n === 2 ? '2nd' : n === 3 ? '3rd' : `${n}th`);
const whole = (n: number) => Math.round(n).toLocaleString('en');

/**
 * What a tone comes from: blade pass (blades × rpm / 60) and its harmonics, a motor's or pump's multiples, or the mains; the
 * nearest of what lies within 1.2 % and a hertz, blade pass before all else.
 *
 * @example toneSource(412, { fans: [{ blades: 7, rpm: 3530 }], pumpRpm: null, mainsHz: 50 }).says → 'blade pass of 7 blades at 3,530 rpm'
 *
 * @throws where the frequency is not positive
 */
export function toneSource(hz: number, { fans, pumpRpm, mainsHz }: Sources): NamedTone {
  if (!(hz > 0)) throw new RangeError(`toneSource: hz must be positive, got ${hz}`);
  const found: (NamedTone & { awayHz: number; rank: number })[] = [];
  const consider = (source: ToneSource, multiple: number, atHz: number, rank: number, says: string) => {
    const awayHz = Math.abs(hz - atHz);
    const within = source === 'mains' ? WITHIN_HZ : WITHIN_SHARE * atHz + WITHIN_HZ;
    if (atHz > 0 && awayHz <= within) found.push({ source, multiple, says, awayHz, rank });
  };
  for (const { blades, rpm } of fans) {
    for (let k = 1; blades && k <= HARMONICS; k += 1) {
      const what = k === 1 ? 'blade pass' : `${ordinal(k)} harmonic of the blade pass`;
      consider(
        'blade-pass',
        k,
        (k * blades * rpm) / 60,
        0,
        `${what} of ${blades} blades at ${whole(rpm)} rpm`,
      );
    }
    for (const k of MOTOR_MULTIPLES)
      consider('motor', k, (k * rpm) / 60, 3, `motor, ${ordinal(k)} multiple of ${whole(rpm)} rpm`);
  }
  for (const k of PUMP_MULTIPLES)
    if (pumpRpm)
      consider(
        'pump',
        k,
        (k * pumpRpm) / 60,
        2,
        `pump, ${k === 1 ? 'once a turn' : `${ordinal(k)} multiple`} at ${whole(pumpRpm)} rpm`,
      );
  for (let k = 1; k <= HARMONICS; k += 1)
    consider(
      'mains',
      k,
      k * mainsHz,
      1,
      `mains hum, ${k === 1 ? '' : `${ordinal(k)} harmonic of `}${mainsHz} Hz`,
    );
  found.sort((a, b) => a.rank - b.rank || a.awayHz - b.awayHz);
  const first = found[0];
  return first
    ? { source: first.source, multiple: first.multiple, says: first.says }
    : { source: 'unknown', multiple: 0, says: '' };
}

/**
 * A tone in a sentence for readers: “a clear tone at 412 Hz: blade pass of 7 blades at 3,530 rpm”.
 *
 * @example toneSentence({ hz: 2310.4, prominent: false }, '') → 'a faint tone at 2,310 Hz, source unknown'
 */
export function toneSentence({ hz, prominent }: { hz: number; prominent: boolean }, says: string): string {
  return `${prominent ? 'a clear tone' : 'a faint tone'} at ${whole(hz)} Hz${says ? `: ${says}` : ', source unknown'}`;
}
