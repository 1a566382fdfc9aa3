import { number, object, string, ValidationError } from 'yup';

export interface Address {
  host: string;
  port: number;
}

/** Each its own socket; a graphics card's load only where there is one. */
export interface BenchAddresses {
  load: Address;
  power: Address;
  room: Address;
  fans: Address;
  meter: Address;
  graphics?: Address;
  /** Of fans by their air. */
  anemometer?: Address;
  manometer?: Address;
  /** Records what the meter hears. */
  microphone?: Address;
}

const address = () =>
  object({ host: string().required(), port: number().integer().min(1).max(65535).required() });
const file = object({
  load: address().required(),
  power: address().required(),
  room: address().required(),
  fans: address().required(),
  meter: address().required(),
  graphics: address().default(undefined),
  anemometer: address().default(undefined),
  manometer: address().default(undefined),
  microphone: address().default(undefined),
});

/** Addresses of the instruments from their file. @throws RangeError where one is missing or two stand on one address */
export function benchAddresses(json: string): BenchAddresses {
  let read: BenchAddresses;
  try {
    read = file.validateSync(JSON.parse(json)) as BenchAddresses;
  } catch (error) {
    if (error instanceof ValidationError) throw new RangeError(`instruments: ${error.message}`);
    throw new RangeError(`instruments: not JSON: ${(error as Error).message}`);
  }
  const seen = new Map<string, string>();
  for (const [name, item] of Object.entries(read)) {
    if (!item) continue;
    const at = `${item.host}:${item.port}`;
    const other = seen.get(at);
    if (other) throw new RangeError(`${name} and ${other} share one address, ${at}: each needs its own`);
    seen.set(at, name);
  }
  return read;
}
