import type { LiveSample } from '@/core/bench/benchEvent';
import { benchGuard } from '@/core/bench/guard';
import { meterReading } from '@/core/bench/meterReading';
import { readingSoFar } from '@/core/bench/readingSoFar';
import { noiseTrim, type TrimReading } from '@/core/bench/noiseTrim';
import { settlingGauge } from '@/core/bench/settlingGauge';
import { coolerLevel } from '@/core/levels/coolerLevel';
import { BOATHOUSE, BOATHOUSE_RIG } from '@/simulator/boathouse';
import { FAN_DB_PER_DECADE, steadyResistance } from '@/simulator/cooler';
import { seededChance } from '@/core/statistics/chance';
import { simulateRun } from '@/simulator/simulateRun';

interface SeededFan {
  kind: 'plain' | 'fixed' | 'stalling';
  maxRpm: number;
  fanDb: number;
  curve: number;
  startsPct: number;
}

const rpmOf = (fan: SeededFan, dutyPct: number) =>
  fan.kind === 'fixed' ? fan.maxRpm : dutyPct < fan.startsPct ? 0 : fan.maxRpm * (dutyPct / 100) ** fan.curve;
const levelOf = (fan: SeededFan, rpm: number) => fan.fanDb + FAN_DB_PER_DECADE * Math.log10(rpm / fan.maxRpm);

test('the noise trim ends on the line, bracketed or told on 200 seeded fans, in eight steps at most', () => {
  const ended: Record<string, number> = {};
  for (let seed = 1; seed <= 200; seed += 1) {
    const chance = seededChance(seed);
    const kind = seed % 10 === 0 ? 'fixed' : seed % 3 === 0 ? 'stalling' : 'plain';
    const fan: SeededFan = {
      kind,
      maxRpm: 900 + 2000 * chance.uniform(),
      fanDb: 28 + 20 * chance.uniform(),
      curve: 0.7 + 0.5 * chance.uniform(),
      startsPct: kind === 'stalling' ? 20 + 30 * chance.uniform() : 5,
    };
    const lineDb = 26 + 12 * chance.uniform();
    const floorDb = 20 + 2 * chance.uniform();
    const readings: TrimReading[] = [];
    let step = noiseTrim(readings, lineDb);
    while (step.next === 'try') {
      const rpm = rpmOf(fan, step.dutyPct);
      const own = rpm > 0 ? levelOf(fan, rpm) : -50;
      const total = 10 * Math.log10(10 ** (own / 10) + 10 ** (floorDb / 10)) + 0.1 * chance.normal();
      const level = coolerLevel(total, floorDb);
      readings.push({
        dutyPct: step.dutyPct,
        rpm,
        levelDb: level.levelDb,
        atFloor: level.standing === 'at-floor',
      });
      step = noiseTrim(readings, lineDb);
    }
    expect(readings.length).toBeLessThanOrEqual(8);
    ended[step.next] = (ended[step.next] ?? 0) + 1;
    const slowest = levelOf(fan, rpmOf(fan, Math.ceil(fan.startsPct)));
    if (step.next === 'on-line') expect(Math.abs(step.levelDb - lineDb)).toBeLessThanOrEqual(0.3);
    else if (step.next === 'bracketed') {
      expect(step.upperPct - step.lowerPct).toBe(1);
      expect(levelOf(fan, rpmOf(fan, step.lowerPct))).toBeLessThan(lineDb + 0.6);
      expect(levelOf(fan, rpmOf(fan, step.upperPct))).toBeGreaterThan(lineDb - 0.6);
    } else if (step.why === 'tops-out') expect(fan.fanDb).toBeLessThan(lineDb + 0.6);
    else if (step.why === 'too-loud') expect(slowest).toBeGreaterThan(lineDb - 0.6);
    else if (step.why === 'fixed') expect(fan.kind).toBe('fixed');
    else expect(lineDb).toBeLessThan(floorDb + 8);
  }
  expect(ended['on-line']! + ended.bracketed!).toBeGreaterThan(90);
  expect(ended.unreachable).toBeGreaterThan(10);
});

test('at half time the gauge’s end lies within its own doubt in 90 of 100 soaks and more, and it is no wide guess', () => {
  let inside = 0;
  let told = 0;
  let doubts = 0;
  for (let seed = 1; seed <= 200; seed += 1) {
    const chance = seededChance(seed);
    const entry = BOATHOUSE[seed % BOATHOUSE.length]!;
    const rpm = (entry.cooler.maxRpm * (45 + 55 * chance.uniform())) / 100;
    const loadW = 60 + 60 * chance.uniform();
    const durationS = entry.kind === 'liquid' ? 2400 : 1300;
    const { samples } = simulateRun(
      entry.cooler,
      BOATHOUSE_RIG,
      { loadW, rpm, durationS, stepS: 1, mountFactor: 1, powerFactor: 1, labClockS: 9000 * chance.uniform() },
      chance,
    );
    const half = samples.slice(0, samples.length / 2);
    const gauge = settlingGauge(
      half.map((sample) => sample.timeS),
      half.map((sample) => sample.cpuC - sample.ambientC),
      half.map((sample) => sample.ambientC),
      300,
    );
    if (gauge.endK === null) continue;
    told += 1;
    doubts += gauge.endDoubtK!;
    const trueK = loadW * steadyResistance(entry.cooler, rpm);
    if (Math.abs(gauge.endK - trueK) <= gauge.endDoubtK!) inside += 1;
  }
  expect(told).toBeGreaterThan(160);
  expect(inside / told).toBeGreaterThanOrEqual(0.9);
  // A calm room leaves less in doubt than the gauge owns to: nearly all, never a wide guess.
  expect(inside / told).toBeLessThanOrEqual(0.997);
  expect(doubts / told).toBeLessThan(0.6);
});

test('a reading leaves a slammed door out, and says when too much was lost', () => {
  const chance = seededChance(4);
  const levels = Array.from({ length: 30 }, () => 33 + 0.15 * chance.normal());
  const quiet = meterReading(levels);
  expect(Math.abs(quiet.levelDb - 33)).toBeLessThan(0.15);
  expect(quiet.leftOut.filter(Boolean)).toHaveLength(0);
  const door = levels.map((level, i) => (i === 12 ? 58 : level));
  const read = meterReading(door);
  expect(Math.abs(read.levelDb - 33)).toBeLessThan(0.15);
  expect(read.rawDb).toBeGreaterThan(42);
  expect(read.leftOut.filter(Boolean)).toHaveLength(3);
  expect(meterReading(levels.map((level, i) => (i % 4 === 0 ? 50 : level))).usable).toBe(false);
});

test('the guard takes the load off a die without a cooler within 20 s, and leaves a sound one alone', () => {
  const watch = (mountFactor: number, loadW: number) => {
    const { samples } = simulateRun(
      BOATHOUSE[4]!.cooler,
      { ...BOATHOUSE_RIG, limitC: 200 },
      { loadW, rpm: 1200, durationS: 120, stepS: 1, mountFactor, powerFactor: 1, labClockS: 0 },
      seededChance(5),
    );
    for (let i = 1; i < samples.length; i += 1) {
      const said = benchGuard(
        samples.slice(0, i).map((sample) => ({ atS: sample.timeS, dieC: sample.cpuC })),
        90,
        0,
      );
      if (said) return { atS: samples[i]!.timeS, said };
    }
    return null;
  };
  expect(watch(1, 170)).toBeNull();
  expect(watch(1.6, 170)).toBeNull();
  expect(watch(40, 170)!.atS).toBeLessThanOrEqual(20);
});

test('on a busy machine at a fast bench clock a sound die is left alone, and one without a cooler is not', () => {
  // The order took seven seconds of bench clock to reach the load, and each answer up to twelve, read at any moment of them.
  const watch = (mountFactor: number, isTold: boolean) => {
    const chance = seededChance(6);
    const { samples } = simulateRun(
      BOATHOUSE[4]!.cooler,
      { ...BOATHOUSE_RIG, limitC: 200 },
      { loadW: 170, rpm: 1200, durationS: 120, stepS: 1, mountFactor, powerFactor: 1, labClockS: 0 },
      seededChance(5),
    );
    const sent = samples.map(({ timeS, cpuC }) => {
      const spanS = 12 * chance.uniform();
      const atS = timeS + 7 + spanS * (chance.uniform() - 0.5);
      return { atS, withinS: isTold ? spanS / 2 : 0, dieC: cpuC };
    });
    sent.sort((a, b) => a.atS - b.atS);
    // Untold, the load counts as on from the order.
    if (!isTold) sent.unshift({ atS: 0.1, withinS: 0, dieC: sent[0]!.dieC });
    const at = sent.findIndex((_, i) => benchGuard(sent.slice(0, i + 1), 90, 0) !== null);
    return at < 0 ? null : sent[at]!.atS;
  };
  expect(watch(1, false)).not.toBeNull();
  expect(watch(1, true)).toBeNull();
  expect(watch(40, true)).toBeLessThan(30);
});

test('what the page shows of a reading is what the bench will take, with its bursts', () => {
  const sent = (levels: (number | null)[]): LiveSample[] =>
    levels.map((levelDb, i) => [100 + i, 50, 21, 170, 900, levelDb, false]);
  const levels = Array.from({ length: 20 }, (_, i) => (i === 9 ? 58 : 33 + 0.1 * (i % 3)));
  const soFar = readingSoFar(sent([70, 70, ...levels]), 102)!;
  expect(soFar.reading).toEqual(meterReading(levels));
  expect(soFar.bursts.map((burst) => burst.atS)).toEqual([110, 111, 112]);
  expect(soFar.bursts[1]!.levelDb).toBe(58);
  expect(soFar.count).toBe(20);
  expect(readingSoFar(sent([33, null, 33, 33, 33]), 0)).toBeNull();
});
