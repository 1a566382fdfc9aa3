import { number, object, string } from 'yup';
import type { BenchSample } from '@/core/bench/benchState';
import { InstrumentFault, ScpiClient } from './scpiClient';

const address = object({ host: string().required(), port: number().integer().min(1).max(65535).required() });
const addresses = object({
  load: address.required(),
  power: address.required(),
  room: address.required(),
  fans: address.required(),
  meter: address.required(),
});
type Addresses = Record<'load' | 'power' | 'room' | 'fans' | 'meter', { host: string; port: number }>;

/** Addresses of the instruments from their file. @throws where one is missing or two stand on one address */
export function readAddresses(json: string): Addresses {
  const read = addresses.validateSync(JSON.parse(json)) as Addresses;
  const seen = new Map<string, string>();
  for (const [name, { host, port }] of Object.entries(read)) {
    const at = `${host}:${port}`;
    const other = seen.get(at);
    if (other) throw new RangeError(`${name} and ${other} stand on one address, ${at}: each needs its own`);
    seen.set(at, name);
  }
  return read;
}

/** The instruments of a bench: what they read, and what they are told. */
export class BenchInstruments {
  private readonly clients: Record<keyof Addresses, ScpiClient>;
  /** Faults of the last sample, by instrument. */
  faults: InstrumentFault[] = [];
  /** Wall clock at which the load last answered, ms. */
  loadHeardMs = performance.now();

  constructor(of: Addresses, timeoutMs = 1000) {
    const client = (name: keyof Addresses) => new ScpiClient(name, of[name], timeoutMs);
    this.clients = {
      load: client('load'),
      power: client('power'),
      room: client('room'),
      fans: client('fans'),
      meter: client('meter'),
    };
  }

  private async reading(name: keyof Addresses, line: string, unit: string): Promise<number> {
    try {
      const value = await this.clients[name].measure(line, unit);
      if (name === 'load') this.loadHeardMs = performance.now();
      return value;
    } catch (error) {
      if (!(error instanceof InstrumentFault)) throw error;
      this.faults.push(error);
      return Number.NaN;
    }
  }

  /** Everything at once; what an instrument does not give is NaN, with its fault kept. */
  async sample(atS: number): Promise<BenchSample> {
    this.faults = [];
    const [dieC, roomC, powerW, fanRpm, levelDb] = await Promise.all([
      this.reading('load', 'MEAS:TEMP?', 'CEL'),
      this.reading('room', 'MEAS:TEMP?', 'CEL'),
      this.reading('power', 'MEAS:POW?', 'W'),
      this.reading('fans', 'MEAS:SPE?', 'RPM'),
      this.reading('meter', 'MEAS:LEV?', 'DBA'),
    ]);
    return { atS, dieC, roomC, powerW, fanRpm, levelDb };
  }

  /** Sets load and fans; told again each time, which keeps the load's watchdog quiet. */
  async set(of: { loadW: number; dutyPct: number | null }): Promise<void> {
    const fans = of.dutyPct === null ? 'FAN:AUTO' : `FAN:DUTY ${of.dutyPct}`;
    await Promise.allSettled([this.clients.load.tell(`LOAD:POW ${of.loadW}`), this.clients.fans.tell(fans)]);
  }

  /** Tells the simulated rig which cooler is on it; others do not know the command and keep it as an error. */
  async mounted(entry: string): Promise<void> {
    await this.clients.load.tell(`SIM:MOUNT ${entry}`).catch(() => undefined);
  }

  /** How much faster than the wall's the bench clock runs: 1 for all but the simulated rig. */
  async speed(): Promise<number> {
    const answer = await this.clients.load.ask('SIM:SPEED?').catch(() => '1');
    const speed = Number(answer);
    return speed >= 1 && speed <= 240 ? speed : 1;
  }

  close(): void {
    for (const client of Object.values(this.clients)) client.close();
  }
}
