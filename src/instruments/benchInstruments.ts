import { PROBE_CHANNEL } from '@/core/bench/probe';
import type { BenchSample } from '@/core/bench/benchState';
import type { BenchAddresses } from './benchAddresses';
import type { FanApart } from '@/core/bench/settingDuty';
import { InstrumentFault, ScpiClient } from './scpiClient';

export type InstrumentRole = keyof BenchAddresses;

const MOST_FANS = 8;
/** A recording takes its time, and then has to come over, ms. */
const RECORDING_MS = 30_000;

/** What people call them. */
const NAMES: Record<InstrumentRole, string> = {
  load: 'processor load',
  power: 'power meter',
  room: 'room probe',
  fans: 'fan controller',
  meter: 'sound meter',
  graphics: 'graphics card load',
  anemometer: 'anemometer',
  manometer: 'manometer',
  microphone: 'microphone',
};

/** Probes that are held: what each is asked, and the name that its readings go by. */
const PROBES = {
  anemometer: { line: 'MEAS:VEL?', unit: 'M/S', heading: PROBE_CHANNEL.airspeed },
  manometer: { line: 'MEAS:PRES?', unit: 'PA', heading: PROBE_CHANNEL.pressure },
} as const;

/** The instruments of a bench: what they read, and what they are told. */
export class BenchInstruments {
  private readonly clients = new Map<InstrumentRole, ScpiClient>();
  private readonly identities = new Map<InstrumentRole, string>();
  private readonly faults = new Map<InstrumentRole, InstrumentFault>();
  private fans = 1;
  private pumps = 0;
  private gpuTold = false;
  private pumpTold = false;
  private heldAt: string | null = null;

  constructor(addresses: BenchAddresses, timeoutMs = 1000) {
    for (const [name, address] of Object.entries(addresses))
      if (address)
        this.clients.set(
          name as InstrumentRole,
          new ScpiClient(
            NAMES[name as InstrumentRole],
            address,
            name === 'microphone' ? RECORDING_MS : timeoutMs,
          ),
        );
  }

  private async asked<T>(name: InstrumentRole, ask: (client: ScpiClient) => Promise<T>): Promise<T | null> {
    const client = this.clients.get(name);
    if (!client) return null;
    try {
      const answer = await ask(client);
      this.faults.delete(name);
      return answer;
    } catch (error) {
      if (!(error instanceof InstrumentFault)) throw error;
      this.faults.set(name, error);
      return null;
    }
  }

  private async reading(name: InstrumentRole, line: string, unit: string): Promise<number> {
    return (await this.asked(name, (client) => client.measure(line, unit))) ?? Number.NaN;
  }

  private async identify(name: InstrumentRole): Promise<void> {
    const identity = await this.asked(name, (client) => client.ask('*IDN?'));
    if (identity !== null) this.identities.set(name, identity);
  }

  /** Asks each who it is, and the fan controller what hangs on it. */
  async meet(): Promise<void> {
    await Promise.all([...this.clients.keys()].map((name) => this.identify(name)));
    const counts = (await this.asked('fans', (client) => client.ask('FAN:COUN?')))?.split(',').map(Number);
    if (counts?.every((count) => count >= 0)) [this.fans = 1, this.pumps = 0] = counts;
  }

  /** Each instrument with its identity, and what is wrong with it. */
  get states(): { name: string; identity: string; fault: string }[] {
    return [...this.clients.keys()].map((name) => ({
      name: NAMES[name],
      identity: this.identities.get(name) ?? '',
      fault: this.faults.get(name)?.message ?? '',
    }));
  }

  /** Its last fault; null where it answers well. */
  faultOf(name: InstrumentRole): InstrumentFault | null {
    return this.faults.get(name) ?? null;
  }

  /**
   * Everything at once; what an instrument does not give is NaN, with its fault kept. Its time by the clock given is the middle between
   * asking the die and its answer: on a busy machine it is off by half of that at most, and a slope with it.
   */
  async sample(nowS: () => number): Promise<BenchSample> {
    const askedS = nowS();
    let answeredS = askedS;
    const more: Record<string, number> = {};
    const extra = async (heading: string, name: InstrumentRole, line: string, unit: string) => {
      const value = await this.reading(name, line, unit);
      if (!Number.isNaN(value)) more[heading] = value;
    };
    const extras = [];
    for (let fan = 2; fan <= Math.min(this.fans, MOST_FANS); fan += 1)
      extras.push(extra(`fan${fan}_rpm`, 'fans', `MEAS:SPE? ${fan}`, 'RPM'));
    if (this.pumps > 0) extras.push(extra('pump_rpm', 'fans', 'MEAS:SPE:PUMP?', 'RPM'));
    for (const [name, { line, unit, heading }] of Object.entries(PROBES))
      if (this.clients.has(name as InstrumentRole))
        extras.push(extra(heading, name as InstrumentRole, line, unit));
    if (this.clients.has('graphics')) extras.push(extra('gpu_c', 'graphics', 'MEAS:TEMP?', 'CEL'));
    const [dieC, roomC, powerW, fanRpm, levelDb] = await Promise.all([
      this.reading('load', 'MEAS:TEMP?', 'CEL').then((value) => {
        answeredS = nowS();
        return value;
      }),
      this.reading('room', 'MEAS:TEMP?', 'CEL'),
      this.reading('power', 'MEAS:POW?', 'W'),
      this.reading('fans', 'MEAS:SPE?', 'RPM'),
      this.reading('meter', 'MEAS:LEV?', 'DBA'),
      ...extras,
    ] as [Promise<number>, Promise<number>, Promise<number>, Promise<number>, Promise<number>]);
    const atS = (askedS + answeredS) / 2;
    const withinS = (answeredS - askedS) / 2;
    return {
      atS,
      withinS,
      dieC,
      roomC,
      powerW,
      fanRpm,
      levelDb,
      ...(Object.keys(more).length > 0 ? { more } : {}),
    };
  }

  /** Sets loads and fans; told again each time, which keeps the load's watchdog quiet. */
  async set(set: {
    loadW: number;
    gpuLoadW: number;
    dutyPct: number | null;
    apart?: readonly FanApart[] | undefined;
  }): Promise<void> {
    const fans = set.dutyPct === null ? 'FAN:AUTO' : `FAN:DUTY ${set.dutyPct}`;
    const tell = async (name: InstrumentRole, line: string) => {
      await this.clients
        .get(name)
        ?.tell(line)
        .catch(() => undefined);
    };
    const apart = set.apart ?? [];
    // Where the fan controller knows of no pump there is none to stop.
    const pump = apart.find(({ channel, dutyPct }) => channel === 'pump' && (this.pumps > 0 || dutyPct > 0));
    // A pump that was set apart goes back to its full speed with the next setting.
    const lines = [
      fans,
      ...apart.flatMap(({ channel, dutyPct }) =>
        channel === 'pump' ? [] : [`FAN:DUTY:CHAN ${channel},${dutyPct}`],
      ),
      ...(pump || this.pumpTold ? [`PUMP:DUTY ${pump?.dutyPct ?? 100}`] : []),
    ];
    this.pumpTold = pump !== undefined;
    const told = [tell('load', `LOAD:POW ${set.loadW}`), tell('fans', lines.join('\n'))];
    if (set.gpuLoadW > 0 || this.gpuTold) told.push(tell('graphics', `LOAD:POW ${set.gpuLoadW}`));
    this.gpuTold = set.gpuLoadW > 0;
    await Promise.all(told);
  }

  /** The load that is really on, W, as the instrument tells it; null where it does not. */
  async loadW(): Promise<number | null> {
    const answer = await this.asked('load', (client) => client.ask('LOAD:POW?'));
    return answer === null ? null : Number(answer);
  }

  get hasMicrophone(): boolean {
    return this.clients.has('microphone');
  }

  /** A WAV of what the microphone hears now, in Base64 on one line; null where it gives none. */
  async recordSound(): Promise<Uint8Array | null> {
    return this.recorded('REC:WAV?');
  }

  /** The same of the tone that a microphone with an actuator of its own can make, of so many decibels. */
  async recordTone(levelDb: number): Promise<Uint8Array | null> {
    return this.recorded(`REC:TONE? ${levelDb}`);
  }

  private async recorded(line: string): Promise<Uint8Array | null> {
    const answer = await this.asked('microphone', (client) => client.ask(line));
    if (answer === null || !/^[A-Za-z0-9+/]+=*$/.test(answer)) return null;
    return new Uint8Array(Buffer.from(answer, 'base64'));
  }

  private get isSimulated(): boolean {
    return this.identities.get('load')?.includes('simulated') ?? false;
  }

  /** Tells the simulated rig which cooler is on it, where it does not know; hands put it on a real one. */
  async mounted(entry: string, anew: boolean): Promise<void> {
    const load = this.clients.get('load')!;
    if (!this.isSimulated) return;
    const isOn = await load.ask('SIM:MOUNT?').catch(() => '');
    if (anew || isOn !== entry) await load.tell(`SIM:MOUNT ${entry}`).catch(() => undefined);
  }

  /** Tells the simulated probes where they are held; hands hold real ones. */
  async held(place: string | null): Promise<void> {
    if (!this.isSimulated || place === this.heldAt) return;
    this.heldAt = place;
    for (const name of ['anemometer', 'manometer'] as const)
      await this.clients
        .get(name)
        ?.tell(`SIM:PLAC ${place ?? ''}`)
        .catch(() => undefined);
  }

  /**
   * How much faster than the wall's the simulated rig's clock runs; null for instruments that are real, undefined while the load has not
   * said which it is.
   */
  async speed(): Promise<number | null | undefined> {
    if (!this.identities.has('load')) await this.identify('load');
    if (!this.identities.has('load')) return undefined;
    if (!this.isSimulated) return null;
    const answer = await this.asked('load', (client) => client.ask('SIM:SPEED?'));
    return answer === null ? undefined : Math.max(1, Number(answer));
  }

  async setSpeed(speed: number): Promise<void> {
    await this.clients
      .get('load')!
      .tell(`SIM:SPEED ${speed}`)
      .catch(() => undefined);
  }

  close(): void {
    for (const client of this.clients.values()) client.close();
  }
}
