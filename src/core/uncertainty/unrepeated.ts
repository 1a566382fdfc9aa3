import { sureTerm, type DoubtTerm } from './doubt';

/** Where a value stands on its curve, as far as what repeats do not show hangs on it. */
export interface Read {
  against: 'noise' | 'rpm' | 'duty' | 'sone';
  /** Slope of the curve there, and half of the room in which one that was borrowed lies. */
  slope: number;
  slopeEither: number;
  /** What the value moves by for each decibel of its level. */
  byLevel: number;
  at: number;
  levelDb: number;
  /** Distance of the settings on either side, and what they differ by; how far it is from one to the other. */
  span: number;
  chord: number;
  along: number;
  /** Settings that the curve goes through. */
  settings: number;
  /** By how much of the axis an end misses the line that it stands for. */
  missedBy: number;
  /** The room’s level and what it scatters by; null where mounts have readings of their own, so that it is in what they scatter by. */
  room: { floorDb: number; scatterDb: number } | null;
}

/**
 * How far a curve’s own curvature is taken to miss that of the truth, for each decibel: with two settings, and with three or more, where the
 * cubic bends itself (DOUBT g; rise = R∞ + a·n^−b has 0.026 to 0.046 of its slope for b of 0.6 to 1).
 */
const CURVATURE = { two: 0.05, more: 0.01 };
/** The same along a speed or a duty, over the speed. */
const CURVATURE_OF_SPEED = { two: 2, more: 0.4 };

/**
 * What repeats do not show of a value on a curve: curvature between its settings, the tenths by which a line is missed, and the level of
 * the room (DOUBT g), as terms that are known beforehand.
 *
 * Example: Half way between two settings 6 dB and 3 K apart: B = ½·3·¼·6 = 2.25 K·dB, and 0.05·2.25/√3 = 0.065 K.
 */
export function unrepeated(read: Read): DoubtTerm[] {
  const { slope, slopeEither, span, chord, along, settings, missedBy, room } = read;
  const of = settings < 3 ? 'two' : 'more';
  const curvature =
    read.against === 'noise' ? CURVATURE[of] : CURVATURE_OF_SPEED[of] / Math.max(read.at, Number.EPSILON);
  const bend = 0.5 * Math.abs(chord) * along * (1 - along) * span;
  const missed = Math.abs(missedBy) * Math.hypot(slope, slopeEither);
  const floor = room
    ? read.byLevel * Math.min(1, 10 ** ((room.floorDb - read.levelDb) / 10)) * room.scatterDb
    : 0;
  return [
    sureTerm('interpolation', (curvature * bend) / Math.sqrt(3)),
    sureTerm('line', missed / Math.sqrt(3)),
    sureTerm('floor', floor),
  ];
}
