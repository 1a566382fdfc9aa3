import type { AddressInfo, Server } from 'node:net';
import { slugOf } from '@/core/lineUp/underCover';
import { BenchClock } from '@/core/bench/benchClock';
import { BOATHOUSE, BOATHOUSE_RIG } from './boathouse';
import type { Cooler } from './cooler';
import type { AirFan } from './airFan';
import { AIR_FANS } from './airFans';
import { FANS } from './fansOnCooler';
import { wavBytes } from '@/core/sound/recording/wavBytes';
import { calibratorSound, simulatedSound, SOUND_RATE_HZ, type SimulatedSound } from './fanSound';
import { LiveRig, QUIET_EVENING, type Neighbourhood } from './liveRig';
import { seededChance } from '@/core/statistics/chance';
import { serveScpi, type ScpiHandler } from './scpiServer';

export const INSTRUMENTS = [
  'load',
  'power',
  'room',
  'fans',
  'meter',
  'graphics',
  'anemometer',
  'manometer',
  'microphone',
] as const;
export type InstrumentName = (typeof INSTRUMENTS)[number];

export interface Address {
  host: string;
  port: number;
}

/** Without a word for so long, wall time, the load goes off by itself, ms. */
const WATCHDOG_MS = 15_000;

/** The cooler behind an entry's id; one that is not in the demo gets one of the demo's by its name. */
export function coolerOf(entry: string): Cooler {
  const all = [...BOATHOUSE, ...FANS];
  const known = all.find((other) => other.entry === entry);
  if (known) return known.cooler;
  const sum = [...entry].reduce((value, letter) => value + letter.codePointAt(0)!, 0);
  return BOATHOUSE[sum % BOATHOUSE.length]!.cooler;
}

/** The fan behind an entry's id, where it is one of those that were read by their air. */
export function airFanOf(entry: string): AirFan | null {
  return AIR_FANS.find((other) => other.entry === entry || slugOf(other.product) === entry)?.fan ?? null;
}

function wattsOf(text: string): number {
  const watts = Number(text);
  if (!(watts >= 0 && watts <= 1000)) throw new RangeError(`watts from 0 to 1000, got ${text}`);
  return watts;
}

function dutyOf(text: string): number {
  const duty = Number(text);
  if (!(duty >= 0 && duty <= 100)) throw new RangeError(`duty from 0 to 100, got ${text}`);
  return duty;
}

function speedOf(text: string): number {
  const speed = Number(text);
  if (!(speed >= 1 && speed <= 120)) throw new RangeError(`bench clock from 1 to 120, got ${text}`);
  return speed;
}

/** What full scale of the simulated microphone stands for, dB. */
const MICROPHONE_FULL_SCALE_DB = 104;

function levelOf(text: string): number {
  const level = Number(text);
  if (!(level >= 60 && level <= 114)) throw new RangeError(`a tone from 60 to 114 dB, got ${text}`);
  return level;
}

function fanOf(text: string): number {
  const fan = Number(text || 1);
  if (!(fan >= 1 && fan <= 8)) throw new RangeError(`fans 1 to 8, got ${text}`);
  return fan;
}

/**
 * The simulated rig as instruments on loopback, one small server each, over one rig whose clock runs `speed` times as
 * fast as the wall's. `close` ends them.
 */
export async function startInstruments(instruments: {
  seed: number;
  speed: number;
  around?: Partial<Neighbourhood>;
}): Promise<{
  addresses: Record<InstrumentName, Address>;
  rig: LiveRig;
  close: () => Promise<void>;
}> {
  const chance = seededChance(instruments.seed);
  // Of its own, so that how well a cooler sits does not hang on how often somebody looked.
  const hands = seededChance(instruments.seed + 1);
  const rig = new LiveRig(BOATHOUSE[4]!.cooler, BOATHOUSE_RIG, chance, {
    ...QUIET_EVENING,
    ...instruments.around,
  });
  let mounted = '';
  const clock = new BenchClock(0, instruments.speed, () => performance.now());
  let heardAt = performance.now();
  const live = () => {
    // What the watchdog did falls in the time before.
    if (performance.now() - heardAt > WATCHDOG_MS) rig.loadW = 0;
    rig.advance(clock.nowS);
    return rig;
  };
  const reading = (value: () => number, unit: string) => () => `${value()},${unit}`;
  // Its own too: a recording must change nothing of the evening.
  const air = seededChance(instruments.seed + 2);
  const inBase64 = (sound: SimulatedSound) =>
    Buffer.from(wavBytes(simulatedSound(sound, air), SOUND_RATE_HZ)).toString('base64');
  const handlers: Record<InstrumentName, Record<string, ScpiHandler>> = {
    load: {
      'LOAD:POW': (text) => void (live().loadW = wattsOf(text)),
      'LOAD:POW?': () => String(live().loadW),
      'MEAS:TEMP?': reading(() => live().readDieC(), 'CEL'),
      // The simulated rig alone: which cooler somebody has just put on.
      'SIM:MOUNT': (text) => {
        const [entry = '', factor] = text.split(',');
        mounted = entry;
        live().mount(coolerOf(entry), factor ? Number(factor) : 1 + 0.012 * hands.normal(), airFanOf(entry));
      },
      'SIM:MOUNT?': () => mounted || 'none',
      'SIM:SPEED': (text) => clock.set({ speed: speedOf(text) }),
      'SIM:SPEED?': () => String(clock.speed),
    },
    power: { 'MEAS:POW?': reading(() => live().readPowerW(), 'W') },
    room: { 'MEAS:TEMP?': reading(() => live().readRoomC(), 'CEL') },
    fans: {
      'FAN:DUTY': (text) => live().setFans(dutyOf(text)),
      'FAN:AUTO': () => live().setFans(null),
      'FAN:DUTY:CHAN': (text) => {
        const [fan, duty] = text.split(',');
        if (fanOf(fan ?? '') === 2) live().secondPct = dutyOf(duty ?? '');
      },
      'PUMP:DUTY': (text) => void (live().pumpPct = dutyOf(text)),
      'FAN:DUTY?': () => String(live().dutyPct ?? -1),
      'FAN:COUN?': () => '2,1',
      'MEAS:SPE?': (text) => `${live().readFanRpm(fanOf(text))},RPM`,
      'MEAS:SPE:PUMP?': reading(() => live().readPumpRpm(), 'RPM'),
    },
    meter: {
      'MEAS:LEV?': reading(() => live().readLevelDb(), 'DBA'),
      'SIM:DOOR': () => live().slam(),
      'SIM:DRIF': (text) => void (live().meterDriftDbPerH = Number(text) || 0),
    },
    anemometer: {
      'MEAS:VEL?': reading(() => live().readAirspeed(), 'M/S'),
      'SIM:PLAC': (text) => void (live().probeAt = text.trim()),
    },
    manometer: {
      'MEAS:PRES?': reading(() => live().readPressurePa(), 'PA'),
      'SIM:PLAC': (text) => void (live().probeAt = text.trim()),
    },
    microphone: {
      'REC:WAV?': () => inBase64(live().hear(MICROPHONE_FULL_SCALE_DB)),
      'REC:TONE?': (text) => inBase64(calibratorSound(levelOf(text), MICROPHONE_FULL_SCALE_DB)),
    },
    graphics: {
      'LOAD:POW': (text) => void (live().gpuLoadW = wattsOf(text)),
      'MEAS:TEMP?': reading(() => live().readGraphicsC(), 'CEL'),
    },
  };
  const watchdog = setInterval(live, 1000);
  const servers: Server[] = [];
  const addresses = {} as Record<InstrumentName, Address>;
  for (const name of INSTRUMENTS) {
    const heard = name === 'load' ? () => void (live(), (heardAt = performance.now())) : undefined;
    const server = serveScpi(`Abanico,simulated ${name},${instruments.seed},1`, handlers[name], heard);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    servers.push(server);
    addresses[name] = { host: '127.0.0.1', port: (server.address() as AddressInfo).port };
  }
  return {
    addresses,
    rig,
    close: async () => {
      clearInterval(watchdog);
      await Promise.all(servers.map((server) => new Promise((resolve) => server.close(resolve))));
    },
  };
}
