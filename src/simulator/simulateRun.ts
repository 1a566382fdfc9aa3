import { addLevels } from '@/core/levels/addLevels';
import type { Chance } from '@/core/statistics/chance';
import { coolerDb, sinkResistance, type Cooler } from './cooler';

export interface Room {
  /** Temperature at the start, °C. */
  startC: number;
  /** Slow drift, K/h. */
  driftKPerH: number;
  /** Heating cycle: half its swing, K, and its period, s. */
  cycleK: number;
  cycleS: number;
  /** Level of the room alone at the meter, dB(A). */
  floorDb: number;
}

export interface SimulatedRig {
  limitC: number;
  room: Room;
  /** Standard deviation of a sample of the die sensor, K; it reads in tenths. */
  dieNoiseK: number;
  /** Repeatability of the meter, dB. */
  meterNoiseDb: number;
  /** What the processor's clock loses for each kelvin that its die is warmer, MHz; none where it is fixed. */
  clockPerK?: number;
}

export interface SimulatedRun {
  loadW: number;
  rpm: number;
  durationS: number;
  stepS: number;
  /** Contact resistance of this mount over the usual one. */
  mountFactor: number;
  /** Offset of the power supply from its nominal watts. */
  powerFactor: number;
  /** Clock of the lab at the start of the run, s: where the room stands in its cycle. */
  labClockS: number;
}

export interface SimulatedSample {
  timeS: number;
  cpuC: number;
  ambientC: number;
  powerW: number;
  fanRpm: number;
  clockMhz: number;
}

export interface SimulatedResult {
  samples: SimulatedSample[];
  noiseDb: number;
  floorDb: number;
}

const DIE_CAPACITY_J_PER_K = 28;
const BASE_CLOCK_MHZ = 4200;
const STEP_S = 0.5;

export function roomC(room: Room, labClockS: number): number {
  return (
    room.startC +
    (room.driftKPerH * labClockS) / 3600 +
    room.cycleK * Math.sin((2 * Math.PI * labClockS) / room.cycleS)
  );
}

function round(value: number, decimals: number): number {
  return Number(value.toFixed(decimals));
}

/**
 * One run on the simulated rig: two thermal nodes (die, heatsink), a processor that cuts its power to hold
 * the limit, a room that drifts and cycles, and sensors with noise and resolution. Explicit Euler at half
 * a second, well under the die's time constant.
 */
export function simulateRun(
  cooler: Cooler,
  rig: SimulatedRig,
  run: SimulatedRun,
  chance: Chance,
): SimulatedResult {
  const { room, limitC } = rig;
  const contact = cooler.contactKPerW * run.mountFactor;
  const sink = sinkResistance(cooler, run.rpm);
  const wantedW = run.loadW * run.powerFactor;
  let sinkC = roomC(room, run.labClockS) + 0.15 * wantedW * sink;
  let dieC = sinkC + 0.3 * wantedW * contact;
  let powerW = wantedW;
  const samples: SimulatedSample[] = [];
  const steps = Math.round(run.durationS / STEP_S);
  const every = Math.round(run.stepS / STEP_S);
  for (let i = 0; i < steps; i += 1) {
    const airC = roomC(room, run.labClockS + i * STEP_S);
    if (i % every === 0) {
      samples.push({
        timeS: i * STEP_S,
        cpuC: round(dieC + rig.dieNoiseK * chance.normal(), 1),
        ambientC: round(airC + 0.04 * chance.normal(), 2),
        powerW: round(powerW * (1 + 0.004 * chance.normal()), 1),
        fanRpm: Math.round(run.rpm * (1 + 0.006 * chance.normal())),
        clockMhz: Math.round(
          (BASE_CLOCK_MHZ - (rig.clockPerK ?? 0) * (dieC - room.startC)) *
            (powerW / wantedW) ** 0.45 *
            (1 + 0.001 * chance.normal()),
        ),
      });
    }
    const throughContact = (dieC - sinkC) / contact;
    dieC += (STEP_S * (powerW - throughContact)) / DIE_CAPACITY_J_PER_K;
    sinkC += (STEP_S * (throughContact - (sinkC - airC) / sink)) / cooler.capacityJPerK;
    powerW = Math.min(wantedW, Math.max(0.2 * wantedW, powerW + (limitC - 0.1 - dieC) * 0.6 * STEP_S));
  }
  const own = coolerDb(cooler, run.rpm);
  const floor = room.floorDb + 0.15 * chance.normal();
  const total = addLevels([own, floor]);
  return {
    samples,
    noiseDb: round(total + rig.meterNoiseDb * chance.normal(), 1),
    floorDb: round(floor + 0.1 * chance.normal(), 1),
  };
}
