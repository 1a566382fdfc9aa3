import { addLevels } from '@/core/levels/addLevels';
import {
  fanLevelDb,
  fanPressurePa,
  faceSpeed,
  flowThrough,
  RESISTANCES,
  speedAt,
  type AirFan,
} from './airFan';
import { fanSound, roomShape, type SimulatedSound } from './fanSound';
import { coolerDb, sinkResistance, type Cooler } from './cooler';
import type { Chance } from '@/core/statistics/chance';
import { roomC, type SimulatedRig } from './simulateRun';

const DIE_CAPACITY_J_PER_K = 28;
const STEP_S = 0.25;
/** A fan follows its duty within seconds. */
const FAN_TAU_S = 3;
/** A graphics card soaks by itself within minutes. */
const CARD_TAU_S = 240;
const PUMP_RPM = 2600;
const DOOR_S = 1.5;
const BLADES = 9;

/** What goes on in the simulated room beside the rig. */
export interface Neighbourhood {
  /** Traffic: its swing at the meter, dB over the floor, and its period, s. */
  trafficDb: number;
  trafficS: number;
  /** A door slams about once in so many seconds, and how loud, dB(A). */
  doorEveryS: number;
  doorDb: number;
}

export const QUIET_EVENING: Neighbourhood = {
  trafficDb: 0.4,
  trafficS: 700,
  doorEveryS: 2400,
  doorDb: 52,
};

/** The fan of a cooler on its own, as far as it is not known better: a usual one of its speed and level. */
function airFanFrom({ maxRpm, fanDb }: Cooler): AirFan {
  const share = maxRpm / 1500;
  return {
    ...{ sizeMm: 120, maxRpm, closedPa: 19 * share ** 2, freeM3PerH: 90 * share, bend: 0.45 },
    ...{ fullDb: fanDb, dbPerDecade: 52, throwCm: 41, chamberLoss: 0.03 },
  };
}

/**
 * The rig as it stands and goes on by itself: load, fans, die, heatsink, room, noise. `advance` brings it to a bench
 * clock, s; readings carry the noise and resolution of their sensors. The same seed and commands give the same evening.
 */
export class LiveRig {
  private clockS = 0;
  private dieC: number;
  private sinkC: number;
  private powerW = 0;
  private rpm = 0;
  private doorUntilS = -1;
  loadW = 0;
  gpuLoadW = 0;
  /** How far the graphics card stands over the room, K. */
  private cardK = 4;
  /** Null under the board's own control. */
  dutyPct: number | null = 0;
  /** Duty of the second fan where it is set apart, and of the pump, %. */
  secondPct: number | null = null;
  pumpPct = 100;
  private secondRpm = 0;
  mountFactor = 1;
  /** Where a probe is held; empty where it lies on the table. */
  probeAt = '';
  private airFan: AirFan;
  /** The fan alone is on the rig, without a heatsink. */
  private byAir = false;
  /** The meter drifts, dB/h. */
  meterDriftDbPerH = 0;

  constructor(
    private cooler: Cooler,
    private readonly rig: SimulatedRig,
    private readonly chance: Chance,
    private readonly around: Neighbourhood = QUIET_EVENING,
  ) {
    this.dieC = roomC(rig.room, 0);
    this.sinkC = this.dieC;
    this.airFan = airFanFrom(cooler);
  }

  /** Another cooler is put on: the die and it are at room temperature again. */
  mount(cooler: Cooler, mountFactor: number, airFan: AirFan | null = null): void {
    this.airFan = airFan ?? airFanFrom(cooler);
    this.byAir = airFan !== null;
    this.cooler = cooler;
    this.mountFactor = mountFactor;
    this.dieC = roomC(this.rig.room, this.clockS);
    this.sinkC = this.dieC;
    this.loadW = 0;
    this.powerW = 0;
  }

  /** All fans to one duty; none is apart any more. */
  setFans(dutyPct: number | null): void {
    this.dutyPct = dutyPct;
    this.secondPct = null;
  }

  /** A door slams now. */
  slam(): void {
    this.doorUntilS = this.clockS + DOOR_S;
  }

  get nowS(): number {
    return this.clockS;
  }

  advance(toS: number): void {
    const { limitC, room } = this.rig;
    const steps = Math.max(0, Math.floor((toS - this.clockS) / STEP_S));
    for (let i = 0; i < steps; i += 1) {
      this.clockS += STEP_S;
      const airC = roomC(room, this.clockS);
      const automatic = Math.min(100, Math.max(30, 30 + 2 * (this.dieC - 45)));
      const fullRpm = this.byAir ? this.airFan.maxRpm : this.cooler.maxRpm;
      const held = this.isClosed ? 1 - this.airFan.chamberLoss : 1;
      const followed = (rpm: number, dutyPct: number) => {
        const wantedRpm = (held * fullRpm * dutyPct) / 100;
        return (
          rpm + ((wantedRpm < 0.12 * fullRpm ? 0 : wantedRpm) - rpm) * (1 - Math.exp(-STEP_S / FAN_TAU_S))
        );
      };
      this.rpm = followed(this.rpm, this.dutyPct ?? automatic);
      this.secondRpm = followed(this.secondRpm, this.secondPct ?? this.dutyPct ?? automatic);
      const blowing = 0.5 * (this.rpm + this.secondRpm);
      const flowing = sinkResistance(this.cooler, Math.max(blowing, 0.06 * this.cooler.maxRpm));
      // Without its pump a loop carries next to nothing.
      const sink = this.cooler.pumpDb > 0 && this.pumpPct < 15 ? 8 * flowing : flowing;
      const contact = this.cooler.contactKPerW * this.mountFactor;
      const through = (this.dieC - this.sinkC) / contact;
      this.dieC += (STEP_S * (this.powerW - through)) / DIE_CAPACITY_J_PER_K;
      this.sinkC += (STEP_S * (through - (this.sinkC - airC) / sink)) / this.cooler.capacityJPerK;
      const heldW = this.powerW + (limitC - 0.1 - this.dieC) * 0.6 * STEP_S;
      const floorW = 0.2 * this.loadW;
      this.powerW =
        this.loadW === 0
          ? 0
          : Math.min(this.loadW, Math.max(floorW, this.powerW < floorW ? this.loadW : heldW));
      this.cardK += (4 + 0.17 * this.gpuLoadW - this.cardK) * (1 - Math.exp(-STEP_S / CARD_TAU_S));
      if (this.chance.uniform() < STEP_S / this.around.doorEveryS) this.slam();
    }
  }

  /** The die as its sensor reads it, °C. */
  readDieC(): number {
    return Number((this.dieC + this.rig.dieNoiseK * this.chance.normal()).toFixed(1));
  }

  readGraphicsC(): number {
    return Number((roomC(this.rig.room, this.clockS) + this.cardK).toFixed(1));
  }

  readRoomC(): number {
    return Number((roomC(this.rig.room, this.clockS) + 0.03 * this.chance.normal()).toFixed(2));
  }

  readPowerW(): number {
    return Number((this.powerW * (1 + 0.004 * this.chance.normal())).toFixed(1));
  }

  /** Speed of the first fan or the second; there are no others. */
  readFanRpm(fan = 1): number {
    const rpm = fan === 1 ? this.rpm : fan === 2 ? this.secondRpm : 0;
    return rpm < 20 ? 0 : Math.round(rpm * (1 + 0.005 * this.chance.normal()));
  }

  readPumpRpm(): number {
    const rpm = this.cooler.pumpDb > 0 && this.pumpPct >= 15 ? (PUMP_RPM * this.pumpPct) / 100 : 0;
    return Math.round(rpm * (1 + 0.004 * this.chance.normal()));
  }

  /** The probe closes the chamber: the fan works against it. */
  private get isClosed(): boolean {
    return /chamber|closed|sealed/.test(this.probeAt);
  }

  /** Airspeed where the anemometer is held, m/s. */
  readAirspeed(): number {
    if (this.probeAt === '' || this.rpm < 20) return Number(Math.abs(0.01 * this.chance.normal()).toFixed(2));
    const through = Object.entries(RESISTANCES).find(([name]) => this.probeAt.includes(name));
    const distance = /(\d+)\s*cm/.exec(this.probeAt);
    const speed = through
      ? faceSpeed(this.airFan, flowThrough(this.airFan, this.rpm, through[1]))
      : speedAt(this.airFan, this.rpm, distance ? Number(distance[1]) : 15);
    return Number((speed * (1 + 0.03 * this.chance.normal())).toFixed(2));
  }

  /** Pressure over the closed chamber, Pa; nothing where it stands open. */
  readPressurePa(): number {
    const pressure = this.isClosed && this.rpm >= 20 ? fanPressurePa(this.airFan, this.rpm, 0) : 0;
    return Number((pressure * (1 + 0.01 * this.chance.normal()) + 0.05 * this.chance.normal()).toFixed(2));
  }

  /** Level of two like fans, each at its speed, and of the pump, dB(A). */
  private ownDb(): number {
    const quiet = { ...this.cooler, pumpDb: -Infinity };
    const each = (rpm: number) => (rpm < 20 ? -99 : coolerDb(quiet, rpm) - 10 * Math.log10(2));
    const pump = this.pumpPct < 15 ? -99 : this.cooler.pumpDb + 50 * Math.log10(this.pumpPct / 100);
    return addLevels([each(this.rpm), each(this.secondRpm), Number.isFinite(pump) ? pump : -99]);
  }

  /** What a microphone beside the meter hears now; `fullScaleDb` is what its full scale stands for, dB. */
  hear(fullScaleDb: number): SimulatedSound {
    const own = this.byAir ? (this.rpm < 20 ? -99 : fanLevelDb(this.airFan, this.rpm)) : this.ownDb();
    const room = { levelDba: this.rig.room.floorDb, shape: roomShape };
    if (own < -50) return { fullScaleDb, noises: [room], tones: [] };
    const voice = { blades: BLADES, bladePassDb: 9, motorDb: null, ring: null };
    return fanSound(voice, { rpm: this.rpm, levelDba: own, roomDba: room.levelDba, fullScaleDb });
  }

  /** Level at the meter with everything in it, dB(A). */
  readLevelDb(): number {
    const { room, meterNoiseDb } = this.rig;
    const traffic =
      0.5 * this.around.trafficDb * (1 + Math.sin((2 * Math.PI * this.clockS) / this.around.trafficS));
    const floor = room.floorDb + traffic;
    const own = this.byAir ? (this.rpm < 20 ? -99 : fanLevelDb(this.airFan, this.rpm)) : this.ownDb();
    const door = this.clockS < this.doorUntilS ? this.around.doorDb : -99;
    const total = addLevels([own, floor, door]);
    const drift = (this.meterDriftDbPerH * this.clockS) / 3600;
    return Number((total + drift + meterNoiseDb * this.chance.normal()).toFixed(1));
  }
}
