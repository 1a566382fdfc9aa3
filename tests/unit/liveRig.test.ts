import { energyMeanDb } from '@/core/levels/energyMeanDb';
import { mean } from '@/core/statistics/mean';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { coolerDb, steadyResistance } from '@/simulator/cooler';
import { LiveRig } from '@/simulator/liveRig';
import { coolerOf } from '@/simulator/instruments';
import { seededChance } from '@/core/statistics/chance';

const SILENT = { trafficDb: 0, trafficS: 700, doorEveryS: 1e12, doorDb: 0 };
const rigOf = (entry: string, seed = 1, around = SILENT) =>
  new LiveRig(coolerOf(entry), BOATHOUSE_RIG, seededChance(seed), around);

/** Mean of a reading over some minutes from now. */
function over(rig: LiveRig, seconds: number, read: () => number): number {
  const values: number[] = [];
  const from = rig.nowS;
  for (let s = 1; s <= seconds; s += 1) {
    rig.advance(from + s);
    values.push(read());
  }
  return mean(values);
}

test.each(['lebeche-120', 'tramontana', 'cierzo-240'])(
  '%s settles where its resistance says, at any load and duty',
  (entry) => {
    const cooler = coolerOf(entry);
    for (const [loadW, dutyPct] of [
      [90, 100],
      [170, 60],
      [120, 45],
    ] as const) {
      const rig = rigOf(entry);
      rig.loadW = loadW;
      rig.dutyPct = dutyPct;
      rig.advance(6000);
      const riseK = over(rig, 1500, () => rig.readDieC() - rig.readRoomC());
      const knownK = loadW * steadyResistance(cooler, (cooler.maxRpm * dutyPct) / 100);
      // A whole cycle of the room's heating is averaged; the heatsink follows it late.
      expect(Math.abs(riseK - knownK)).toBeLessThan(0.25);
      expect(over(rig, 60, () => rig.readPowerW())).toBeCloseTo(loadW, 0);
    }
  },
);

test('how often one looks changes nothing, and the same seed and commands give the same evening', () => {
  const evening = (stepS: number, seed: number) => {
    const rig = rigOf('solano', seed);
    rig.dutyPct = 70;
    for (let s = 0; s <= 900; s += stepS) {
      rig.advance(s);
      if (s === 300) rig.loadW = 120;
    }
    return rig;
  };
  // Sensors draw their noise as they are read; the rig itself does not hang on it.
  const close = (a: LiveRig, b: LiveRig) =>
    Math.abs(over(a, 100, () => a.readDieC()) - over(b, 100, () => b.readDieC()));
  expect(close(evening(1, 4), evening(50, 4))).toBeLessThan(1e-9);
  expect(close(evening(10, 4), evening(100, 5))).toBeLessThan(0.3);
});

test('a processor over its cooler holds the limit by cutting its own power', () => {
  const rig = rigOf('terral-slim');
  rig.loadW = 250;
  rig.dutyPct = 20;
  rig.advance(3000);
  expect(over(rig, 300, () => rig.readDieC())).toBeCloseTo(90, 0);
  const powerW = over(rig, 300, () => rig.readPowerW());
  expect(powerW).toBeLessThan(230);
  const { maxRpm } = coolerOf('terral-slim');
  const heldK = powerW * steadyResistance(coolerOf('terral-slim'), 0.2 * maxRpm);
  expect(Math.abs(heldK - (90 - over(rig, 300, () => rig.readRoomC())))).toBeLessThan(1);
});

test('the meter hears cooler and room together, drifts where it is told to, and a door only now and then', () => {
  const rig = rigOf('tramontana');
  rig.dutyPct = 80;
  rig.advance(60);
  const levels: number[] = [];
  over(rig, 200, () => levels[levels.push(rig.readLevelDb()) - 1]!);
  const cooler = coolerOf('tramontana');
  const own = coolerDb(cooler, 0.8 * cooler.maxRpm);
  const both = 10 * Math.log10(10 ** (own / 10) + 10 ** (BOATHOUSE_RIG.room.floorDb / 10));
  expect(energyMeanDb(levels)).toBeCloseTo(both, 1);
  rig.meterDriftDbPerH = 0.5;
  const from = rig.nowS;
  const early = over(rig, 100, () => rig.readLevelDb());
  rig.advance(from + 7200);
  expect(over(rig, 100, () => rig.readLevelDb()) - early).toBeCloseTo(1, 1);

  const noisy = rigOf('tramontana', 9, { ...SILENT, doorEveryS: 600, doorDb: 60 });
  let slams = 0;
  over(noisy, 6000, () => {
    const level = noisy.readLevelDb();
    slams += level > 50 ? 1 : 0;
    return level;
  });
  expect(slams).toBeGreaterThan(4);
  expect(slams).toBeLessThan(40);
});

test('fans under the board’s control follow the die; too little duty leaves them standing; another cooler begins cold', () => {
  const rig = rigOf('lebeche-120');
  rig.dutyPct = null;
  rig.advance(120);
  const idle = rig.readFanRpm();
  rig.loadW = 170;
  rig.advance(2000);
  expect(rig.readFanRpm()).toBeGreaterThan(1.3 * idle);
  rig.dutyPct = 5;
  rig.advance(2100);
  expect(rig.readFanRpm()).toBe(0);
  expect(rig.readPumpRpm()).toBe(0);
  rig.mount(coolerOf('cierzo-240'), 1);
  expect(rig.loadW).toBe(0);
  expect(Math.abs(rig.readDieC() - rig.readRoomC())).toBeLessThan(2);
  expect(rig.readPumpRpm()).toBeGreaterThan(2000);
});

test('an entry that the demo does not know gets one of its coolers, always the same', () => {
  expect(coolerOf('lebeche-120')).toBe(BOATHOUSE.find((entry) => entry.entry === 'lebeche-120')!.cooler);
  expect(coolerOf('somebody’s own')).toBe(coolerOf('somebody’s own'));
  expect(BOATHOUSE.map((entry) => entry.cooler)).toContain(coolerOf('somebody’s own'));
});
