import { Client } from 'pg';

const ENTRIES = 60;
const LOADS = [250, 170, 90];
const SETTINGS = [100, 89, 78, 67, 56, 45];

/** A bundle of 60 entries at three loads, means typed: what Curves and Logbook have to carry. */
export function largeBundle(mounts: number, year = 1): Map<string, Uint8Array> {
  const entries = ['entry,product,maker,kind,fans,fan_count,price,currency,height_mm,is_control'];
  const runs = ['run,entry,mount,pass,load_w,setting,noise_db,floor_db,cpu_c,ambient_c,power_w,rpm'];
  let number = 0;
  for (let e = 0; e < ENTRIES; e += 1) {
    entries.push(`e${e},Contender ${e} of year ${year},Bench,air-tower,1,1,50,EUR,150,${e === 0}`);
    for (const load of LOADS) {
      for (let mount = 1; mount <= mounts; mount += 1) {
        for (const [k, duty] of SETTINGS.entries()) {
          number += 1;
          const rise = (load / 170) * (33 + 0.35 * e + 2.2 * k + 0.1 * k * k) + 0.2 * Math.sin(7 * number);
          const noise = 44 - 3.4 * k + 0.02 * e + 0.1 * Math.cos(5 * number);
          runs.push(
            `${number},e${e},${mount},1,${load},${duty} %,${noise.toFixed(2)},20,${(21 + rise).toFixed(2)},21,${load},${duty * 15}`,
          );
        }
      }
    }
  }
  const dataPackage = {
    name: `large-${year}`,
    title: `A large lab, year ${year}`,
    abanico: {
      formatVersion: 1,
      rig: { name: 'Bench', enclosure: 'open', meterDistanceCm: 60, limitC: 130 },
      method: { loadsW: LOADS, noiseLineDba: 33 },
    },
  };
  const encoder = new TextEncoder();
  return new Map(
    [
      ['datapackage.json', JSON.stringify(dataPackage)],
      ['entries.csv', entries.join('\n')],
      ['runs.csv', runs.join('\n')],
    ].map(([path, text]) => [path!, encoder.encode(text)]),
  );
}

/** Gives every run a trace of 1,800 samples in eight channels. */
export async function addTraces(databaseUrl: string): Promise<void> {
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(
    `INSERT INTO trace_channels (run_id, position, heading, readings)
     SELECT r.id, c.position, c.heading,
            (SELECT array_agg(round((20 + 10 * c.position + 3 * random())::numeric, 2)::double precision ORDER BY t) FROM generate_series(1, 1800) t WHERE r.id > 0)
     FROM runs r, (VALUES (1, 'cpu_c'), (2, 'ambient_c'), (3, 'power_w'), (4, 'fan_rpm'), (5, 'clock_mhz'), (6, 'vrm_c'), (7, 'noise_db')) c (position, heading)
     UNION ALL
     SELECT r.id, 0, 't_s', (SELECT array_agg(t::double precision ORDER BY t) FROM generate_series(0, 1799) t) FROM runs r`,
  );
  await client.query(`UPDATE runs SET trace = 'traces/' || label || '.csv'`);
  await client.query(`ANALYZE`);
  await client.end();
}
