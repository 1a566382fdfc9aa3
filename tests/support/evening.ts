import { BOATHOUSE, BOATHOUSE_RIG } from '../../src/simulator/boathouse';
import { coolerDb, resistanceAtLevel } from '../../src/simulator/cooler';
import { seededChance } from '../../src/core/statistics/chance';
import { roomC, simulateRun } from '../../src/simulator/simulateRun';

export interface Evening {
  /** Name of each raw log and its bytes. */
  logs: Map<string, Uint8Array>;
  /** Known rise at 170 W and the level, K. */
  riseAtK: (levelDb: number) => number;
  productName: string;
}

const SOAK_S = 1300;
const FLOOR_DB = 21.2;

function clock(seconds: number): string {
  const at = new Date(seconds * 1000).toISOString();
  return `${at.slice(8, 10)}.${at.slice(5, 7)}.${at.slice(0, 4)};${at.slice(11, 19)}`;
}

function comma(value: number, decimals: number): string {
  return value.toFixed(decimals).replace('.', ',');
}

/**
 * One evening as three instruments logged it: sensors (two fan settings in one file), a sound meter whose
 * clock is 40 s behind, and a room probe on its own step; each in another dialect.
 */
export function simulatedEvening(seed: number): Evening {
  const entry = BOATHOUSE.find((entry) => entry.entry === 'tramontana')!;
  const { cooler } = entry;
  const chance = seededChance(seed);
  const start = Date.UTC(2026, 9, 20, 19, 0, 0) / 1000;
  const sensors = ['Tag;Uhrzeit;Die (°C);Heater (W);Blower (rpm)'];
  const meter = ['Time,LAeq (dB(A))'];
  const probe = ['# room probe 2', 'stamp\tRoom air (°C)'];
  const duties = [78, 56];
  duties.forEach((duty, i) => {
    const rpm = (cooler.maxRpm * duty) / 100;
    const from = start + i * SOAK_S;
    const run = {
      loadW: 170,
      rpm,
      durationS: SOAK_S,
      stepS: 1,
      mountFactor: 1,
      powerFactor: 1,
      labClockS: i * SOAK_S,
    };
    const { samples } = simulateRun(cooler, BOATHOUSE_RIG, run, chance);
    for (const sample of samples) {
      sensors.push(
        `${clock(from + sample.timeS)};${comma(sample.cpuC, 1)};${comma(sample.powerW, 1)};${sample.fanRpm}`,
      );
    }
    const total = 10 * Math.log10(10 ** (coolerDb(cooler, rpm) / 10) + 10 ** (FLOOR_DB / 10));
    for (let t = 0; t < SOAK_S; t += 2) {
      const stamp = new Date((from + t - 40) * 1000).toISOString().slice(0, 19);
      meter.push(`${stamp}Z,${(total + 0.15 * chance.normal()).toFixed(1)}`);
    }
    for (let t = 0; t < SOAK_S; t += 5) {
      probe.push(`${(from + t) * 1000}\t${roomC(BOATHOUSE_RIG.room, i * SOAK_S + t).toFixed(2)}`);
    }
  });
  return {
    productName: entry.product,
    logs: new Map([
      ['sensors.csv', Buffer.from(`${sensors.join('\r\n')}\r\n`, 'latin1')],
      ['meter.csv', Buffer.from(`${meter.join('\n')}\n`)],
      ['room.txt', Buffer.from(`${probe.join('\n')}\n`)],
    ]),
    riseAtK: (levelDb) => 170 * resistanceAtLevel(cooler, levelDb, 0.3 * cooler.maxRpm)!,
  };
}
