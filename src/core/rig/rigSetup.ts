import type { PowerPlace } from '../reduction/powerPlace';

/** The bench as it stands: whatever of it changes moves the numbers, and starts a new revision. Side view, cm. */
export interface RigSetup {
  /** `open`, or the case's name. */
  enclosure: string;
  caseFans: string;
  /** Meter from the centre of the cooler, in a straight line. */
  meterDistanceCm: number;
  meterHeightCm: number;
  /** Centre of the cooler over the floor. */
  coolerHeightCm: number;
  /** Room probe from the centre of the cooler in a straight line, and over the floor. */
  probeDistanceCm: number;
  probeHeightCm: number;
  /** Room from the wall behind the cooler to the wall behind the meter, and its height. */
  roomDepthCm: number;
  roomHeightCm: number;
  microphone: string;
  processor: string;
  clockMhz: number | null;
  voltageV: number | null;
  powerSetting: string;
  /** What the power meter sees: watts of a board or a wall check the load and restate nothing. */
  powerAt: PowerPlace;
  limitC: number;
  /** Of a graphics card that is loaded beside the processor; null where none is, or nobody has set one. */
  cardLimitC: number | null;
  /** Of the board's regulators; null where nobody has set one. */
  regulatorLimitC: number | null;
  interfaceMaterial: string;
  interfaceHabit: string;
}

/**
 * @example defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 }).meterDistanceCm → 60
 */
export function defaultSetup(setup: {
  enclosure: string;
  meterDistanceCm: number;
  limitC: number;
  powerAt?: PowerPlace | undefined;
}): RigSetup {
  const { enclosure, meterDistanceCm, limitC, powerAt = 'die' } = setup;
  return {
    enclosure,
    meterDistanceCm,
    limitC,
    powerAt,
    caseFans: '',
    meterHeightCm: 100,
    coolerHeightCm: 85,
    probeDistanceCm: 40,
    probeHeightCm: 85,
    roomDepthCm: Math.max(400, 2 * meterDistanceCm + 100),
    roomHeightCm: 250,
    microphone: '',
    processor: '',
    clockMhz: null,
    voltageV: null,
    powerSetting: '',
    cardLimitC: null,
    regulatorLimitC: null,
    interfaceMaterial: '',
    interfaceHabit: '',
  };
}

/** How far the wall behind the cooler is from its centre, cm: where the drawing begins. */
export const BEHIND_CM = 80;

/**
 * Horizontal part of a distance from the centre of the cooler to a place at another height, cm; 0 where it is none.
 *
 * @example horizontalCm(50, 40, 10) → 40
 */
export function horizontalCm(distanceCm: number, heightCm: number, coolerHeightCm: number): number {
  return Math.sqrt(Math.max(0, distanceCm ** 2 - (heightCm - coolerHeightCm) ** 2));
}

/**
 * What cannot be true of a setup, in words by field.
 *
 * Example: A meter at 10 cm from a cooler that stands 40 cm lower: not possible, said of that field.
 */
export function setupProblems(setup: RigSetup): { field: keyof RigSetup; message: string }[] {
  const problems: { field: keyof RigSetup; message: string }[] = [];
  const free = setup.roomDepthCm - BEHIND_CM;
  const check = (field: keyof RigSetup, wrong: boolean, message: string) => {
    if (wrong) problems.push({ field, message });
  };
  check(
    'meterDistanceCm',
    setup.meterDistanceCm > free,
    `the meter is outside the room: ${free} cm from the cooler to the wall`,
  );
  check(
    'probeDistanceCm',
    setup.probeDistanceCm > free,
    `the probe is outside the room: ${free} cm from the cooler to the wall`,
  );
  for (const place of ['meter', 'probe'] as const) {
    const lift = Math.abs(setup[`${place}HeightCm`] - setup.coolerHeightCm);
    check(
      `${place}DistanceCm`,
      setup[`${place}DistanceCm`] < lift,
      `nearer than its height allows: it is ${lift} cm above or below the cooler`,
    );
  }
  for (const field of ['meterHeightCm', 'coolerHeightCm', 'probeHeightCm'] as const)
    check(field, setup[field] >= setup.roomHeightCm, `over the ceiling of ${setup.roomHeightCm} cm`);
  return problems;
}

/** Nearer than this a probe stands in what the cooler blows, cm. */
const OWN_AIR_CM = 40;

/**
 * What can be true of a setup and spoils its numbers, in words.
 *
 * Example: A meter in the way of the fans' air: possible, and its readings are wind.
 */
export function setupWarnings(setup: RigSetup): string[] {
  const { probeDistanceCm } = setup;
  return probeDistanceCm < OWN_AIR_CM
    ? [
        `The room probe is ${probeDistanceCm} cm from the middle of the cooler: in its warm air it reads the cooler, not the room. Half a metre or more, beside it and not behind it, is usual.`,
      ]
    : [];
}
